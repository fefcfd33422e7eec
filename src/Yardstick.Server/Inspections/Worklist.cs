using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Inspections;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Live;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Inspections;

/// <summary>Whose move it is: inspections and estimates that wait for someone.</summary>
public static class Worklist
{
    private const int MostOrders = 400;

    /// <summary>Something that waits for someone.</summary>
    public sealed record WorklistRow
    {
        /// <summary>The order.</summary>
        public required long OrderId { get; init; }

        /// <summary>Its number.</summary>
        public required long Number { get; init; }

        /// <summary>Plate.</summary>
        public required string Plate { get; init; }

        /// <summary>The vehicle in words.</summary>
        public required string Vehicle { get; init; }

        /// <summary>The customer.</summary>
        public required string Customer { get; init; }

        /// <summary>What it waits for.</summary>
        public required WorkItemKind Kind { get; init; }

        /// <summary>What it is, in words.</summary>
        public required string What { get; init; }

        /// <summary>Since when, wall time.</summary>
        public required LocalDateTime Since { get; init; }

        /// <summary>Whole hours since then.</summary>
        public required int Hours { get; init; }

        /// <summary>Whose move it is; empty for anybody's.</summary>
        public required string Person { get; init; }

        /// <summary>That person; null for anybody's.</summary>
        public required long? PersonId { get; init; }

        /// <summary>The order's version.</summary>
        public required int Version { get; init; }

        /// <summary>What it is worth before tax; zero where nobody can tell yet.</summary>
        public required decimal Worth { get; init; }

        /// <summary>Somebody has to do something.</summary>
        public required bool ToAct { get; init; }

        /// <summary>The inspection; null where it is about the estimate.</summary>
        public required long? InspectionId { get; init; }
    }

    /// <summary>How much waits for somebody to do something.</summary>
    public sealed record WorklistCount(int ToAct);

    /// <summary>How many were filed.</summary>
    public sealed record WorklistFiled(int Inspections);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/worklist", ListAsync).Asks(Permission.SeeOrders).Produces<IReadOnlyList<WorklistRow>>();
        api.MapGet("/worklist/count", (ReadModel<WorklistCount> count, HttpContext http) => count.AnswerAsync(http))
            .Asks(Permission.SeeOrders)
            .Produces<WorklistCount>()
            .Produces(304);
        api.MapPost("/worklist/file", File).Asks(Permission.EditOrders).Produces<WorklistFiled>().ProducesProblem(422);
    }

    /// <summary>Every floor shows the count: it is computed once a minute for all of them, whatever changes.</summary>
    internal static ReadModel<WorklistCount> Count(IServiceProvider services) =>
        new(services, null, new HashSet<TopicKind>(), TimeSpan.FromMinutes(1), async (db, now) =>
            new WorklistCount((await RowsAsync(db, now)).Count(r => r.ToAct))
        );

    private static async Task<IResult> ListAsync(ShopDb db, TimeProvider time) => Results.Ok(await RowsAsync(db, time.Now()));

    private static async Task<IReadOnlyList<WorklistRow>> RowsAsync(ShopDb db, Instant now)
    {
        var shop = await db.Shops.SingleAsync();
        var orders = await db
            .Orders.Where(o => o.State == OrderState.Open)
            .OrderBy(o => o.Id)
            .Take(MostOrders)
            .Include(o => o.Jobs)
                .ThenInclude(j => j.Lines)
            .AsSplitQuery()
            .AsNoTracking()
            .ToListAsync();
        var ids = orders.ConvertAll(o => o.Id);
        var inspections = (
            await db.Inspections.Include(i => i.Points).Where(i => ids.Contains(i.OrderId)).AsNoTracking().ToListAsync()
        ).ToLookup(i => i.OrderId);
        var findings = (await db.Findings.Where(f => ids.Contains(f.OrderId)).AsNoTracking().ToListAsync()).ToLookup(f => f.OrderId);
        var sent = (
            await db.ApprovalLinks.Where(l => ids.Contains(l.OrderId)).Select(l => new { l.OrderId, l.SentAt }).ToListAsync()
        ).ToLookup(l => l.OrderId, l => l.SentAt);
        var vehicleIds = orders.Select(o => o.VehicleId).OfType<long>().Distinct().ToList();
        var vehicles = await db.Vehicles.Where(v => vehicleIds.Contains(v.Id)).ToDictionaryAsync(v => v.Id);
        var customerIds = orders.Select(o => o.CustomerId).OfType<long>().Distinct().ToList();
        var customers = await db.Customers.Where(c => customerIds.Contains(c.Id)).IgnoreAutoIncludes().ToDictionaryAsync(c => c.Id);
        var staff = await db.ShortNamesAsync();
        return
        [
            .. orders
                .SelectMany(o =>
                    WorkItem
                        .Of(o, [.. inspections[o.Id]], [.. findings[o.Id]], sent[o.Id].Select(at => (Instant?)at).DefaultIfEmpty().Max())
                        .Select(item => RowOf(o, item))
                )
                .OrderBy(r => r.Kind)
                .ThenBy(r => r.Since),
        ];

        WorklistRow RowOf(Order order, WorkItem item)
        {
            var vehicle = order.VehicleId is { } v ? vehicles.GetValueOrDefault(v) : null;
            return new WorklistRow
            {
                OrderId = order.Id,
                Number = order.Number,
                Plate = vehicle?.Plate.Text ?? "",
                Vehicle = vehicle?.Description ?? order.WithoutVehicle,
                Customer = order.CustomerId is { } c ? customers[c].DisplayName : "Counter sale",
                Kind = item.Kind,
                What = item.What,
                Since = shop.Local(item.Since),
                Hours = (int)Math.Max(0, (now - item.Since).TotalHours),
                Person = item.PersonId is { } person ? staff.GetValueOrDefault(person, "") : "",
                PersonId = item.PersonId,
                Version = order.Version,
                Worth = item.Worth.Amount,
                ToAct = item.ToAct,
                InspectionId = item.InspectionId,
            };
        }
    }

    /// <summary>Files finished inspections in which nothing was found, unopened.</summary>
    private static Task<IResult> File(CommandRunner commands) =>
        commands.RunAsync<WorklistFiled>(async work =>
        {
            var unread = await work
                .Db.Inspections.Include(i => i.Points)
                .Where(i => i.FinishedAt != null && i.ReadAt == null)
                .ToListAsync();
            var good = unread.FindAll(i => !i.Points.Exists(p => p.IsFinding));
            foreach (var inspection in good)
                inspection.Read(work.Actor);
            return new WorklistFiled(good.Count);
        });
}
