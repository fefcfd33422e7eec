using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Live;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Approval;

/// <summary>Estimates that wait for an answer, the oldest first (A8).</summary>
public static class Unanswered
{
    private const int Most = 300;

    /// <summary>An estimate without an answer.</summary>
    /// <param name="OrderId">The order.</param>
    /// <param name="Number">Its number.</param>
    /// <param name="Customer">Customer.</param>
    /// <param name="Vehicle">The car in words.</param>
    /// <param name="Plate">Plate.</param>
    /// <param name="Jobs">Jobs without an answer.</param>
    /// <param name="Open">What they come to, before supplies and tax.</param>
    /// <param name="OpenedAt">Written, UTC.</param>
    /// <param name="Days">Days since then.</param>
    /// <param name="SentAt">Last sent, UTC; null where it never was.</param>
    /// <param name="SeenAt">First opened by the customer, UTC.</param>
    /// <param name="ValidUntil">Last day on which its prices hold.</param>
    /// <param name="Expired">That day is past.</param>
    public sealed record UnansweredEstimateRow(
        long OrderId,
        long Number,
        string Customer,
        string Vehicle,
        string Plate,
        int Jobs,
        decimal Open,
        Instant OpenedAt,
        int Days,
        Instant? SentAt,
        Instant? SeenAt,
        LocalDate ValidUntil,
        bool Expired
    );

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet("/estimates/unanswered", (ReadModel<IReadOnlyList<UnansweredEstimateRow>> list, HttpContext http) =>
                list.AnswerAsync(http)
            )
            .Asks(Permission.SeeOrders)
            .Produces<IReadOnlyList<UnansweredEstimateRow>>()
            .Produces(304);

    /// <summary>The list is the same for everybody: one computation serves all screens.</summary>
    internal static ReadModel<IReadOnlyList<UnansweredEstimateRow>> Model(IServiceProvider services) =>
        new(
            services,
            null,
            new HashSet<TopicKind> { TopicKind.Order, TopicKind.Orders, TopicKind.Customer, TopicKind.Vehicle, TopicKind.Setup },
            TimeSpan.FromSeconds(60),
            ReadAsync
        );

    /// <summary>The list, read now.</summary>
    internal static async Task<IReadOnlyList<UnansweredEstimateRow>> ReadAsync(ShopDb db, Instant utcNow)
    {
        var shop = await db.Shops.SingleAsync();
        var today = shop.Local(utcNow).Date;
        var rows = await (
            from o in db.Orders.Where(o => o.State == OrderState.Open)
            join c in db.Customers on o.CustomerId equals (long?)c.Id into customers
            from c in customers.DefaultIfEmpty()
            join v in db.Vehicles on o.VehicleId equals (long?)v.Id into vehicles
            from v in vehicles.DefaultIfEmpty()
            where db.Jobs.Any(j => j.OrderId == o.Id && j.RemovedAt == null && j.Decision == DecisionKind.Proposed)
            orderby o.OpenedAt
            select new
            {
                o.Id,
                o.Number,
                o.OpenedAt,
                Customer = c,
                Vehicle = v,
            }
        )
            .Take(Most)
            .AsNoTracking()
            .ToListAsync();
        var ids = rows.ConvertAll(r => r.Id);
        var jobs = (
            await db
                .Jobs.Where(j => ids.Contains(j.OrderId) && j.RemovedAt == null && j.Decision == DecisionKind.Proposed)
                .Select(j => new { j.OrderId, j.Subtotal.Cents })
                .ToListAsync()
        ).ToLookup(j => j.OrderId, j => j.Cents);
        var links = (
            await db
                .ApprovalLinks.Where(l => ids.Contains(l.OrderId))
                .Select(l => new
                {
                    l.OrderId,
                    l.SentAt,
                    l.OpenedAt,
                })
                .ToListAsync()
        ).ToLookup(l => l.OrderId);
        return rows.ConvertAll(r =>
        {
            var sent = links[r.Id].MaxBy(l => l.SentAt);
            var until = shop.ValidUntil(shop.Local(sent?.SentAt ?? r.OpenedAt));
            return new UnansweredEstimateRow(
                r.Id,
                r.Number,
                r.Customer?.DisplayName ?? "Counter sale",
                r.Vehicle?.Description ?? "",
                r.Vehicle?.Plate.Text ?? "",
                jobs[r.Id].Count(),
                new Money(jobs[r.Id].Sum()).Amount,
                r.OpenedAt,
                Period.DaysBetween(shop.Local(r.OpenedAt).Date, today),
                sent?.SentAt,
                links[r.Id].Min(l => l.OpenedAt),
                until,
                until < today
            );
        });
    }
}
