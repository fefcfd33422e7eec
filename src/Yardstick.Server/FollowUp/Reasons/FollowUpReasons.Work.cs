using Microsoft.EntityFrameworkCore;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Inspections;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;

namespace Yardstick.Server.FollowUp;

/// <summary>Reasons from work: what was left open, what was found, what is under warranty.</summary>
internal sealed partial class FollowUpReasons
{
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
        public required OrderState State { get; init; }
        public required Instant OpenedAt { get; init; }
        public required long VehicleId { get; init; }
        public required long CustomerId { get; init; }
    }

    /// <summary>Declined and deferred work of vehicles that still belong to whoever decided.</summary>
    private async Task<List<FollowUpReason>> LeftOpenAsync()
    {
        var ended = await db
            .Orders.Where(o => o.State == OrderState.Ended)
            .OrderByDescending(o => o.Number)
            .Take(MostEnded)
            .Select(o => o.Id)
            .ToListAsync();
        var left = await LeftAboutNowAsync(ended);
        await VisitsAsync(left.Select(l => l.VehicleId));
        await UsesAsync(left.Where(l => l.DeferAtReading is not null).Select(l => l.VehicleId));
        var open = visits.Values.SelectMany(EarlierWork.StillOpen).Select(v => v.JobId).ToHashSet();
        return [.. left.Where(l => open.Contains(l.JobId)).Select(ReasonOf).Where(r => FollowUpRules.IsShown(r.On, today))];
    }

    private async Task<List<LeftJob>> LeftAboutNowAsync(List<long> ended)
    {
        var (from, to, longAgo) = (From, To, LongAgo);
        var (declinedFrom, declinedTo) = (At(from.PlusDays(-shop.DeclinedAfterDays)), At(to.PlusDays(-shop.DeclinedAfterDays + 1)));
        var jobs = db.Jobs.Where(j => j.RemovedAt == null);
        if (orders is not null)
            // By their orders alone: with what was decided the database would go through all jobs of which that was.
            return (await LeftAsync(jobs.Where(j => orders.Contains(j.OrderId)))).FindAll(l =>
                l.Decision switch
                {
                    DecisionKind.Declined => l.DecidedAt >= declinedFrom && l.DecidedAt < declinedTo,
                    DecisionKind.Deferred => l.DeferUntil is { } until ? until >= from && until <= to : l.DecidedAt >= longAgo,
                    DecisionKind.Proposed => ended.Contains(l.OrderId),
                    _ => false,
                }
            );
        return
        [
            .. await LeftAsync(
                jobs.Where(j => j.Decision == DecisionKind.Declined && j.DecidedAt >= declinedFrom && j.DecidedAt < declinedTo)
            ),
            .. await LeftAsync(jobs.Where(j => j.Decision == DecisionKind.Deferred && j.DeferUntil >= from && j.DeferUntil <= to)),
            .. await LeftAsync(jobs.Where(j => j.Decision == DecisionKind.Deferred && j.DeferUntil == null && j.DecidedAt >= longAgo)),
            .. await LeftAsync(jobs.Where(j => j.Decision == DecisionKind.Proposed && ended.Contains(j.OrderId))),
        ];
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

    private async Task<List<LeftJob>> LeftAsync(IQueryable<Job> jobs)
    {
        var left = await (
            from j in jobs
            join o in db.Orders on j.OrderId equals o.Id
            join v in db.Vehicles on o.VehicleId equals (long?)v.Id
            where o.CustomerId == v.CustomerId && v.MergedIntoId == null
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
                State = o.State,
                OpenedAt = o.OpenedAt,
                VehicleId = v.Id,
                CustomerId = v.CustomerId,
            }
        ).ToListAsync();
        // Looked at here: asked for, the database would go through all orders of that state.
        return left.FindAll(l => l.State is OrderState.Posted or OrderState.Ended);
    }

    /// <summary>Findings that came to no work since.</summary>
    private async Task<List<FollowUpReason>> AdvisedAsync()
    {
        var longAgo = LongAgo;
        var found = db.Findings.Where(f => f.WithdrawnAt == null && f.JobId == null);
        var findings = await (orders is null ? found.Where(f => f.At >= longAgo) : found.Where(f => orders.Contains(f.OrderId)))
            .AsNoTracking()
            .ToListAsync();
        findings.RemoveAll(f => f.Rating == Rating.Good || f.At < longAgo);
        var owned = await OwnedAsync(findings.Select(f => f.OrderId), [OrderState.Posted, OrderState.Ended]);
        var advised = findings
            .Where(f => owned.ContainsKey(f.OrderId))
            .Select(f => (Finding: f, owned[f.OrderId].OpenedAt, owned[f.OrderId].VehicleId, owned[f.OrderId].CustomerId))
            .ToList();
        await VisitsAsync(advised.Select(f => f.VehicleId));
        await UsesAsync(advised.Where(f => f.Finding.LastsTo is not null).Select(f => f.VehicleId));
        return
        [
            .. advised
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

    /// <summary>Visits with work whose warranty ends about now, of vehicles that still belong to whoever had it done.</summary>
    private async Task<List<FollowUpReason>> WarrantiesAsync()
    {
        if (shop.WarrantyVisitDays == 0)
            return [];
        var to = To.PlusDays(shop.WarrantyVisitDays);
        // What was decided is looked at here: asked for, the database would go through all jobs that were ever approved.
        var jobs = db.Jobs.Where(j => j.RemovedAt == null);
        var ending = (
            await (
                orders is null
                    ? jobs.Where(j => j.WarrantyEndsOn >= today && j.WarrantyEndsOn <= to)
                    : jobs.Where(j => j.WarrantyEndsOn != null && orders.Contains(j.OrderId))
            )
                .Select(j => new
                {
                    j.Id,
                    j.Title,
                    j.OrderId,
                    j.Decision,
                    Ends = j.WarrantyEndsOn!.Value,
                })
                .ToListAsync()
        ).FindAll(j => j.Decision == DecisionKind.Approved && j.Ends >= today && j.Ends <= to);
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
}
