using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Billing;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Inspections;
using Yardstick.Core.Orders;
using Yardstick.Core.Schedule;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;

namespace Yardstick.Server.FollowUp;

/// <summary>
/// Finds every reason to get in touch that is due about now. It looks only at what falls into that time, so that it does not grow with
/// the shop's past.
/// </summary>
internal sealed class FollowUpReasons(ShopDb db, Shop shop, Instant now)
{
    /// <summary>So many keys at a time are looked up.</summary>
    internal const int AtATime = 400;
    private const int ThanksWithinDays = 14,
        MostEnded = 500,
        LookDays = 14;
    private readonly LocalDate today = shop.Local(now).Date;
    private readonly Dictionary<long, CarUse> uses = [];
    private readonly Dictionary<long, List<VisitJob>> visits = [];

    /// <summary>Work that was left open, as it is read.</summary>
    private sealed record LeftJob
    {
        public required long JobId { get; init; }
        public required string Title { get; init; }
        public required DecisionKind Decision { get; init; }
        public required Instant? DecidedAt { get; init; }
        public required LocalDate? DeferUntil { get; init; }
        public required Odometer? DeferAtReading { get; init; }
        public required Money Subtotal { get; init; }
        public required long? CannedJobId { get; init; }
        public required long OrderId { get; init; }
        public required Instant OpenedAt { get; init; }
        public required long VehicleId { get; init; }
        public required long CustomerId { get; init; }
    }

    /// <summary>All of them.</summary>
    internal async Task<List<FollowUpReason>> AllAsync()
    {
        List<FollowUpReason> all =
        [
            .. await LeftOpenAsync(),
            .. await AdvisedAsync(),
            .. await RemindersAsync(),
            .. await EstimatesAsync(),
            .. await MissedAsync(),
            .. await ThanksAsync(),
            .. await AwayAsync(),
            .. await WarrantiesAsync(),
        ];
        return [.. FollowUpRules.WithoutEchoes(all)];
    }

    private Instant At(LocalDate day) => shop.Utc(day.AtMidnight());

    private LocalDate From => today.PlusDays(-FollowUpRules.LongestOverdueDays);

    private LocalDate To => today.PlusDays(FollowUpRules.AheadDays);

    /// <summary>Declined and deferred work of vehicles that still belong to whoever decided.</summary>
    private async Task<List<FollowUpReason>> LeftOpenAsync()
    {
        var (from, to) = (From, To);
        var (declinedFrom, declinedTo) = (At(from.PlusDays(-shop.DeclinedAfterDays)), At(to.PlusDays(-shop.DeclinedAfterDays + 1)));
        var longAgo = At(today.PlusMonths(-24));
        var jobs = db.Jobs.Where(j => j.RemovedAt == null);
        var left = await LeftAsync(
            jobs.Where(j => j.Decision == DecisionKind.Declined && j.DecidedAt >= declinedFrom && j.DecidedAt < declinedTo)
        );
        left.AddRange(await LeftAsync(jobs.Where(j => j.Decision == DecisionKind.Deferred && j.DeferUntil >= from && j.DeferUntil <= to)));
        left.AddRange(
            await LeftAsync(jobs.Where(j => j.Decision == DecisionKind.Deferred && j.DeferUntil == null && j.DecidedAt >= longAgo))
        );
        var ended = await db
            .Orders.Where(o => o.State == OrderState.Ended)
            .OrderByDescending(o => o.Number)
            .Take(MostEnded)
            .Select(o => o.Id)
            .ToListAsync();
        foreach (var ids in ended.Chunk(AtATime))
            left.AddRange(await LeftAsync(jobs.Where(j => j.Decision == DecisionKind.Proposed && ids.Contains(j.OrderId))));
        await VisitsAsync(left.Select(l => l.VehicleId));
        await UsesAsync(left.Where(l => l.DeferAtReading is not null).Select(l => l.VehicleId));
        var open = visits.Values.SelectMany(EarlierWork.StillOpen).Select(v => v.JobId).ToHashSet();
        return [.. left.Where(l => open.Contains(l.JobId)).Select(ReasonOf).Where(r => FollowUpRules.IsShown(r.On, today))];
    }

    private FollowUpReason ReasonOf(LeftJob left)
    {
        var decidedOn = shop.Local(left.DecidedAt ?? left.OpenedAt).Date;
        var on = FollowUpRules.DueOn(left.DeferUntil, left.DeferAtReading, decidedOn, UseOf(left.VehicleId), shop);
        return new FollowUpReason
        {
            Kind = left.Decision == DecisionKind.Deferred ? FollowUpKind.Deferred : FollowUpKind.Declined,
            SourceId = left.JobId,
            CustomerId = left.CustomerId,
            VehicleId = left.VehicleId,
            OrderId = left.OrderId,
            Title = left.Title,
            On = on,
            Why = EarlierWork.LeftWords(left.Decision, decidedOn, left.DeferUntil, left.DeferAtReading, shop.DistanceWord),
            Worth = left.Subtotal,
            CannedJobId = left.CannedJobId,
        };
    }

    private Task<List<LeftJob>> LeftAsync(IQueryable<Job> jobs) =>
        (
            from j in jobs
            join o in db.Orders on j.OrderId equals o.Id
            join v in db.Vehicles on o.VehicleId equals (long?)v.Id
            where o.CustomerId == v.CustomerId && v.MergedIntoId == null
            where o.State == OrderState.Posted || o.State == OrderState.Ended
            select new LeftJob
            {
                JobId = j.Id,
                Title = j.Title,
                Decision = j.Decision,
                DecidedAt = j.DecidedAt,
                DeferUntil = j.DeferUntil,
                DeferAtReading = j.DeferAtReading,
                Subtotal = j.Subtotal,
                CannedJobId = j.CannedJobId,
                OrderId = o.Id,
                OpenedAt = o.OpenedAt,
                VehicleId = v.Id,
                CustomerId = v.CustomerId,
            }
        ).ToListAsync();

    /// <summary>Findings that came to no work since.</summary>
    private async Task<List<FollowUpReason>> AdvisedAsync()
    {
        var longAgo = At(today.PlusMonths(-24));
        var findings = await db
            .Findings.Where(f => f.At >= longAgo && f.WithdrawnAt == null && f.JobId == null)
            .AsNoTracking()
            .ToListAsync();
        findings.RemoveAll(f => f.Rating == Rating.Good);
        var owned = await OwnedAsync(findings.Select(f => f.OrderId), [OrderState.Posted, OrderState.Ended]);
        var found = findings
            .Where(f => owned.ContainsKey(f.OrderId))
            .Select(f => (Finding: f, owned[f.OrderId].OpenedAt, owned[f.OrderId].VehicleId, owned[f.OrderId].CustomerId))
            .ToList();
        await VisitsAsync(found.Select(f => f.VehicleId));
        await UsesAsync(found.Where(f => f.Finding.LastsTo is not null).Select(f => f.VehicleId));
        return
        [
            .. found
                .Where(f => !FollowUpRules.CameToWork(f.Finding.Text, f.OpenedAt, visits.GetValueOrDefault(f.VehicleId, [])))
                .Select(f =>
                {
                    var on = shop.Local(f.Finding.At).Date;
                    var measured = f.Finding.MeasuredWords is { Length: > 0 } words ? $", {words}" : "";
                    return new FollowUpReason
                    {
                        Kind = FollowUpKind.Advised,
                        SourceId = f.Finding.Id,
                        CustomerId = f.CustomerId,
                        VehicleId = f.VehicleId,
                        OrderId = f.Finding.OrderId,
                        Title = f.Finding.Text,
                        On = FollowUpRules.DueOn(f.Finding.LastsUntil, f.Finding.LastsTo, on, UseOf(f.VehicleId), shop),
                        Why = Invariant($"rated {f.Finding.Rating.ToString().ToLowerInvariant()} {on:MMM d, yyyy}{measured}"),
                        CannedJobId = f.Finding.CannedJobId,
                    };
                })
                .Where(r => FollowUpRules.IsShown(r.On, today)),
        ];
    }

    private async Task<List<FollowUpReason>> RemindersAsync()
    {
        // The look of the last day may be off by as much as a vehicle was driven since.
        var (from, to) = (From.PlusDays(-LookDays), To.PlusDays(LookDays));
        var ids = await db.Reminders.Where(r => r.RemovedAt == null && r.ExpectedOn == null).Select(r => r.Id).ToListAsync();
        ids.AddRange(
            await db.Reminders.Where(r => r.RemovedAt == null && r.ExpectedOn >= from && r.ExpectedOn <= to).Select(r => r.Id).ToListAsync()
        );
        var reminders = new List<(Reminder Reminder, long CustomerId)>();
        foreach (var some in ids.Chunk(AtATime))
        {
            var read = await db.Reminders.Where(r => some.Contains(r.Id)).AsNoTracking().ToListAsync();
            var vehicleIds = read.Select(r => r.VehicleId).Distinct().ToList();
            var owners = await db
                .Vehicles.Where(v => vehicleIds.Contains(v.Id) && v.MergedIntoId == null)
                .ToDictionaryAsync(v => v.Id, v => v.CustomerId);
            reminders.AddRange(read.Where(r => owners.ContainsKey(r.VehicleId)).Select(r => (r, owners[r.VehicleId])));
        }
        await UsesAsync(reminders.Select(r => r.Reminder.VehicleId));
        return
        [
            .. reminders
                .Select(r => (r.Reminder, r.CustomerId, Due.Of(r.Reminder, UseOf(r.Reminder.VehicleId)).On))
                .Where(r => r.On is { } on && FollowUpRules.IsShown(on, today))
                .Select(r => new FollowUpReason
                {
                    Kind = FollowUpKind.Reminder,
                    SourceId = r.Reminder.Id,
                    CustomerId = r.CustomerId,
                    VehicleId = r.Reminder.VehicleId,
                    OrderId = r.Reminder.Last?.OrderId,
                    Title = r.Reminder.Title,
                    On = r.On!.Value,
                    Why = r.Reminder.Standing(UseOf(r.Reminder.VehicleId), shop.DistanceWord),
                    CannedJobId = r.Reminder.CannedJobId,
                }),
        ];
    }

    private async Task<List<FollowUpReason>> EstimatesAsync()
    {
        var rows = await (
            from o in db.Orders.Where(o => o.State == OrderState.Open && o.CustomerId != null)
            join j in db.Jobs.Where(j => j.RemovedAt == null && j.Decision == DecisionKind.Proposed) on o.Id equals j.OrderId
            select new
            {
                o.Id,
                o.Number,
                o.CustomerId,
                o.VehicleId,
                j.Title,
                j.Subtotal,
            }
        ).ToListAsync();
        var sent = new Dictionary<long, Instant>();
        foreach (var ids in rows.Select(r => r.Id).Distinct().Chunk(AtATime))
        foreach (
            var link in await db
                .ApprovalLinks.Where(l => ids.Contains(l.OrderId) && l.AnsweredAt == null && l.WithdrawnAt == null)
                .Select(l => new { l.OrderId, l.SentAt })
                .ToListAsync()
        )
            sent[link.OrderId] = Instant.Max(link.SentAt, sent.GetValueOrDefault(link.OrderId, link.SentAt));
        return
        [
            .. rows.Where(r => sent.ContainsKey(r.Id))
                .GroupBy(r => r.Id)
                .Select(g =>
                {
                    var at = shop.Local(sent[g.Key]);
                    return new FollowUpReason
                    {
                        Kind = FollowUpKind.Estimate,
                        SourceId = g.Key,
                        CustomerId = g.First().CustomerId!.Value,
                        VehicleId = g.First().VehicleId,
                        OrderId = g.Key,
                        Title = string.Join(", ", g.Select(r => r.Title)),
                        On = at.Date.PlusDays(FollowUpRules.EstimateDays),
                        Why = Invariant($"estimate {g.First().Number} sent {at:MMM d}, not answered"),
                        Worth = new Money(g.Sum(r => r.Subtotal.Cents)),
                    };
                })
                .Where(r => FollowUpRules.IsShown(r.On, today)),
        ];
    }

    private async Task<List<FollowUpReason>> MissedAsync()
    {
        var (from, until) = (From.AtMidnight(), today.PlusDays(1).AtMidnight());
        var ids = await db
            .Appointments.Where(a => a.Start >= from && a.Start < until && a.State == AppointmentState.Missed && a.CustomerId != null)
            .Select(a => a.Id)
            .ToListAsync();
        var missed = await db
            .Appointments.Include(a => a.Services)
            .Where(a => ids.Contains(a.Id))
            .Where(a => !db.Orders.Any(o => o.CustomerId == a.CustomerId && o.OpenedAt > a.MadeAt))
            .AsNoTracking()
            .ToListAsync();
        return missed.ConvertAll(a => new FollowUpReason
        {
            Kind = FollowUpKind.Missed,
            SourceId = a.Id,
            CustomerId = a.CustomerId!.Value,
            VehicleId = a.VehicleId,
            OrderId = a.OrderId,
            Title = a.Title,
            On = a.Start.Date.PlusDays(1),
            Why = Invariant($"missed {a.Start:MMM d} at {a.Start.Clock()}{(a.Reason.Length > 0 ? $": {a.Reason}" : "")}"),
        });
    }

    /// <summary>Customers' invoices that were posted between two days, with the vehicle that was here.</summary>
    private async Task<List<(long OrderId, long Number, long CustomerId, long VehicleId, Instant PostedAt)>> PostedAsync(
        LocalDate from,
        LocalDate to
    )
    {
        var (after, before) = (At(from), At(to.PlusDays(1)));
        var invoices = await db
            .Invoices.Where(i => i.PostedAt >= after && i.PostedAt < before && i.Kind == InvoiceKind.Invoice && i.Payer == Payer.Customer)
            .Select(i => new
            {
                i.OrderId,
                i.Number,
                i.PostedAt,
                i.CustomerId,
            })
            .ToListAsync();
        var owned = await OwnedAsync(invoices.Select(i => i.OrderId), [OrderState.Posted]);
        var latest = new Dictionary<long, Instant>();
        foreach (var ids in owned.Values.Select(o => o.VehicleId).Distinct().Chunk(AtATime))
        foreach (
            var visit in await db
                .Orders.Where(o => o.VehicleId != null && ids.Contains(o.VehicleId.Value))
                .Select(o => new { VehicleId = o.VehicleId!.Value, o.OpenedAt })
                .ToListAsync()
        )
            latest[visit.VehicleId] = Instant.Max(visit.OpenedAt, latest.GetValueOrDefault(visit.VehicleId, visit.OpenedAt));
        return
        [
            .. invoices
                .Where(i => owned.TryGetValue(i.OrderId, out var o) && latest[o.VehicleId] <= o.OpenedAt)
                .DistinctBy(i => i.OrderId)
                .Select(i => (i.OrderId, i.Number, owned[i.OrderId].CustomerId, owned[i.OrderId].VehicleId, i.PostedAt)),
        ];
    }

    /// <summary>Orders by key, where their vehicle still belongs to the customer who brought it.</summary>
    private async Task<Dictionary<long, (Instant OpenedAt, long VehicleId, long CustomerId)>> OwnedAsync(
        IEnumerable<long> orders,
        IReadOnlyCollection<OrderState> states
    )
    {
        var all = new Dictionary<long, (Instant, long, long)>();
        foreach (var ids in orders.Distinct().Chunk(AtATime))
        foreach (
            var owned in await (
                from o in db.Orders.Where(o => ids.Contains(o.Id))
                join v in db.Vehicles on o.VehicleId equals (long?)v.Id
                where o.CustomerId == v.CustomerId && v.MergedIntoId == null
                select new
                {
                    o.Id,
                    o.State,
                    o.OpenedAt,
                    VehicleId = v.Id,
                    v.CustomerId,
                }
            ).ToListAsync()
        )
            // By key alone: with its state the database would go through all orders of that state.
            if (states.Contains(owned.State))
                all[owned.Id] = (owned.OpenedAt, owned.VehicleId, owned.CustomerId);
        return all;
    }

    private async Task<List<FollowUpReason>> ThanksAsync() =>
        (await PostedAsync(today.PlusDays(-shop.ThanksAfterDays - ThanksWithinDays), today.PlusDays(-shop.ThanksAfterDays))).ConvertAll(
            p => new FollowUpReason
            {
                Kind = FollowUpKind.Thanks,
                SourceId = p.OrderId,
                CustomerId = p.CustomerId,
                VehicleId = p.VehicleId,
                OrderId = p.OrderId,
                Title = "Thanks for the visit",
                On = shop.Local(p.PostedAt).Date.PlusDays(shop.ThanksAfterDays),
                Why = Invariant($"invoice {p.Number} of {shop.Local(p.PostedAt):MMM d}"),
            }
        );

    private async Task<List<FollowUpReason>> AwayAsync() =>
        (await PostedAsync(From.PlusMonths(-shop.AwayMonths), To.PlusMonths(-shop.AwayMonths)))
            .GroupBy(p => p.VehicleId)
            .Select(g => g.MaxBy(p => p.PostedAt))
            .Select(p => new FollowUpReason
            {
                Kind = FollowUpKind.Away,
                SourceId = p.VehicleId,
                CustomerId = p.CustomerId,
                VehicleId = p.VehicleId,
                OrderId = p.OrderId,
                Title = "Not seen for a while",
                On = shop.Local(p.PostedAt).Date.PlusMonths(shop.AwayMonths),
                Why = Invariant($"last here {shop.Local(p.PostedAt):MMM d, yyyy}"),
            })
            .ToList();

    /// <summary>Visits with work whose warranty ends about now, of vehicles that still belong to whoever had it done.</summary>
    private async Task<List<FollowUpReason>> WarrantiesAsync()
    {
        if (shop.WarrantyVisitDays == 0)
            return [];
        var to = To.PlusDays(shop.WarrantyVisitDays);
        // What was decided is looked at here: asked for, the database would go through all jobs that were ever approved.
        var ending = (
            await db
                .Jobs.Where(j => j.WarrantyEndsOn >= today && j.WarrantyEndsOn <= to && j.RemovedAt == null)
                .Select(j => new
                {
                    j.Id,
                    j.Title,
                    j.OrderId,
                    j.Decision,
                    Ends = j.WarrantyEndsOn!.Value,
                })
                .ToListAsync()
        ).FindAll(j => j.Decision == DecisionKind.Approved);
        var owned = await OwnedAsync(ending.Select(e => e.OrderId), [OrderState.Posted]);
        return
        [
            .. ending
                .Where(e => owned.ContainsKey(e.OrderId))
                .GroupBy(e => e.OrderId)
                .Select(g => new FollowUpReason
                {
                    Kind = FollowUpKind.Warranty,
                    SourceId = g.Key,
                    CustomerId = owned[g.Key].CustomerId,
                    VehicleId = owned[g.Key].VehicleId,
                    OrderId = g.Key,
                    Title = string.Join(", ", g.OrderBy(e => e.Id).Select(e => e.Title)),
                    On = WarrantyVisit.DueOn(g.Min(e => e.Ends), shop),
                    Why = Invariant($"its warranty ends {g.Min(e => e.Ends):MMM d, yyyy}"),
                }),
        ];
    }

    private CarUse UseOf(long vehicleId) => uses.GetValueOrDefault(vehicleId) ?? new CarUse(today, null, shop.DistancePerDay);

    private async Task UsesAsync(IEnumerable<long> vehicles)
    {
        foreach (var ids in vehicles.Distinct().Where(id => !uses.ContainsKey(id)).ToList().Chunk(AtATime))
        foreach (
            var of in (await db.OdometerReadings.Where(r => ids.Contains(r.VehicleId)).AsNoTracking().ToListAsync()).GroupBy(r =>
                r.VehicleId
            )
        )
            uses[of.Key] = CarUse.Of([.. of], shop.DistancePerDay, today, now);
    }

    private async Task VisitsAsync(IEnumerable<long> vehicles)
    {
        foreach (var ids in vehicles.Distinct().Where(id => !visits.ContainsKey(id)).ToList().Chunk(AtATime))
        {
            var jobs = await db.VisitJobsOf(db.Orders.Where(o => o.VehicleId != null && ids.Contains(o.VehicleId.Value))).ToListAsync();
            foreach (var of in jobs.GroupBy(j => j.VehicleId!.Value))
                visits[of.Key] = [.. of];
        }
    }
}
