using Microsoft.EntityFrameworkCore;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Messaging;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.FollowUp;

/// <summary>What came of asking: who answered, booked, came, and what was sold.</summary>
public static class FollowUpResults
{
    private const int Most = 1000;

    /// <summary>One reason about which a customer was asked.</summary>
    public sealed record FollowUpResult
    {
        /// <summary>Key of the act.</summary>
        public required long Id { get; init; }

        /// <summary>When, wall time.</summary>
        public required LocalDateTime At { get; init; }

        /// <summary>Who asked.</summary>
        public required string By { get; init; }

        /// <summary>How: wrote, called.</summary>
        public required string How { get; init; }

        /// <summary>Why.</summary>
        public required FollowUpKind Kind { get; init; }

        /// <summary>What it was about.</summary>
        public required string Title { get; init; }

        /// <summary>The customer.</summary>
        public required long CustomerId { get; init; }

        /// <summary>Their name.</summary>
        public required string Customer { get; init; }

        /// <summary>Plate of the vehicle.</summary>
        public required string Plate { get; init; }

        /// <summary>How far it came.</summary>
        public required FollowUpOutcomeState State { get; init; }

        /// <summary>The order that came of it.</summary>
        public required long? OrderId { get; init; }

        /// <summary>What was sold, before supplies and tax.</summary>
        public required decimal Sold { get; init; }
    }

    /// <summary>How often it came how far.</summary>
    public sealed record FollowUpResultSum(FollowUpOutcomeState State, int Count, decimal Sold);

    /// <summary>What came of it, the latest first, and the sums.</summary>
    public sealed record FollowUpResultList(IReadOnlyList<FollowUpResult> Rows, IReadOnlyList<FollowUpResultSum> Sums);

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet("/follow-ups/results", ListAsync).Asks(Permission.WriteToCustomers).Produces<FollowUpResultList>();

    /// <param name="db">The database.</param>
    /// <param name="time">The clock.</param>
    /// <param name="days">How far back, 1 to 400.</param>
    private static async Task<IResult> ListAsync(ShopDb db, TimeProvider time, int days = 90)
    {
        var shop = await db.Shops.SingleAsync();
        var since = time.Now() - Duration.FromDays(Math.Clamp(days, 1, 400));
        var asked = await db
            .FollowUpActs.Where(a => a.At >= since && a.TakenBackAt == null)
            .OrderByDescending(a => a.At)
            .Take(Most)
            .AsNoTracking()
            .ToListAsync();
        asked.RemoveAll(a => !a.Asks);
        var staff = await db.ShortNamesAsync();
        var rows = new List<FollowUpResult>();
        foreach (var acts in asked.Chunk(FollowUpReasons.AtATime))
            rows.AddRange(await RowsAsync(acts));
        return Results.Ok(
            new FollowUpResultList(
                rows,
                [
                    .. rows.GroupBy(r => r.State)
                        .OrderByDescending(g => g.Key)
                        .Select(g => new FollowUpResultSum(g.Key, g.Count(), g.Sum(r => r.Sold))),
                ]
            )
        );

        async Task<IEnumerable<FollowUpResult>> RowsAsync(FollowUpAct[] acts)
        {
            var ids = acts.Select(a => a.CustomerId).Distinct().ToList();
            var customers = await db
                .Customers.Where(c => ids.Contains(c.Id))
                .IgnoreAutoIncludes()
                .AsNoTracking()
                .ToDictionaryAsync(c => c.Id);
            var vehicleIds = acts.Select(a => a.VehicleId).OfType<long>().Distinct().ToList();
            var plates = await db
                .Vehicles.Where(v => vehicleIds.Contains(v.Id))
                .AsNoTracking()
                .ToDictionaryAsync(v => v.Id, v => v.Plate.Text);
            var estimates = acts.Where(a => a.Kind == FollowUpKind.Estimate).Select(a => a.SourceId).ToList();
            var orders = db.Orders.Where(o => o.CustomerId != null && ids.Contains(o.CustomerId.Value) && o.OpenedAt >= since);
            var visits = (await db.VisitJobsOf(orders).ToListAsync())
                .Concat(await db.VisitJobsOf(db.Orders.Where(o => estimates.Contains(o.Id) && o.OpenedAt < since)).ToListAsync())
                .ToLookup(v => v.CustomerId);
            var booked = (
                await db
                    .Appointments.Where(a => a.CustomerId != null && ids.Contains(a.CustomerId.Value) && a.MadeAt >= since)
                    .Select(a => new { Customer = a.CustomerId!.Value, a.MadeAt })
                    .ToListAsync()
            ).ToLookup(a => a.Customer, a => a.MadeAt);
            var heard = (
                await db
                    .Messages.Where(m =>
                        m.CustomerId != null && ids.Contains(m.CustomerId.Value) && m.State == MessageState.Received && m.At >= since
                    )
                    .Select(m => new { Customer = m.CustomerId!.Value, m.At })
                    .ToListAsync()
            ).ToLookup(m => m.Customer, m => m.At);
            var canned = await CannedAsync(db, acts);
            return acts.Select(a =>
            {
                var outcome = FollowUpOutcome.Of(
                    a,
                    visits[a.CustomerId].Where(v => a.VehicleId is null || v.VehicleId == a.VehicleId),
                    booked[a.CustomerId],
                    heard[a.CustomerId],
                    canned.GetValueOrDefault((a.Kind, a.SourceId))
                );
                return new FollowUpResult
                {
                    Id = a.Id,
                    At = shop.Local(a.At),
                    By = staff.GetValueOrDefault(a.ById, "Automatic"),
                    How = a.Words,
                    Kind = a.Kind,
                    Title = a.Title,
                    CustomerId = a.CustomerId,
                    Customer = customers.GetValueOrDefault(a.CustomerId)?.DisplayName ?? "",
                    Plate = a.VehicleId is { } v ? plates.GetValueOrDefault(v, "") : "",
                    State = outcome.State,
                    OrderId = outcome.OrderId,
                    Sold = outcome.Sold.Amount,
                };
            });
        }
    }

    /// <summary>The canned jobs that do what was asked about.</summary>
    private static async Task<Dictionary<(FollowUpKind, long), long?>> CannedAsync(ShopDb db, IReadOnlyCollection<FollowUpAct> acts)
    {
        var jobs = acts.Where(a => a.Kind is FollowUpKind.Deferred or FollowUpKind.Declined).Select(a => a.SourceId).Distinct().ToList();
        var reminders = acts.Where(a => a.Kind == FollowUpKind.Reminder).Select(a => a.SourceId).Distinct().ToList();
        var all = new Dictionary<(FollowUpKind, long), long?>();
        foreach (var job in await db.Jobs.Where(j => jobs.Contains(j.Id)).Select(j => new { j.Id, j.CannedJobId }).ToListAsync())
            all[(FollowUpKind.Deferred, job.Id)] = all[(FollowUpKind.Declined, job.Id)] = job.CannedJobId;
        foreach (var one in await db.Reminders.Where(r => reminders.Contains(r.Id)).Select(r => new { r.Id, r.CannedJobId }).ToListAsync())
            all[(FollowUpKind.Reminder, one.Id)] = one.CannedJobId;
        return all;
    }
}
