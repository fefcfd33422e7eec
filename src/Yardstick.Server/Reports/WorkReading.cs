using System.Globalization;
using Microsoft.EntityFrameworkCore;
using NodaTime.Text;
using Yardstick.Core.Floor;
using Yardstick.Core.Orders;
using Yardstick.Core.Reports;
using Yardstick.Core.Schedule;
using Yardstick.Core.Setup;
using Yardstick.Data;
using Yardstick.Server.FollowUp;

namespace Yardstick.Server.Reports;

/// <summary>Reads what measures of work are made of: decisions, finished orders, stays in stages, appointments, comebacks.</summary>
internal sealed class WorkReading(ShopDb db, Shop shop, MeasureFilter filter)
{
    private const int AtATime = 5000;

    /// <summary>A job that was invoiced.</summary>
    internal sealed record InvoicedJob(long JobId, long OrderId, string Title, LocalDate Day);

    /// <summary>Decisions of a period on jobs that somebody but the shop pays.</summary>
    internal async Task<List<DecidedJob>> DecisionsAsync(ReportPeriod period)
    {
        var (begin, end) = shop.Moments(period);
        var rows = await (
            from d in db.Decisions.Where(d => d.At >= begin && d.At < end)
            join j in db.Jobs.Where(j => j.Payer != Payer.Shop) on d.JobId equals j.Id
            // What was approved for another visit counted there.
            where j.TakenFromJobId == null || !db.Jobs.Any(s => s.Id == j.TakenFromJobId && s.Decision == DecisionKind.AnotherVisit)
            select new DecidedJob(j.Id, d.OrderId, j.Title, d.Kind, d.JobAmount.Cents, d.At, d.Note)
        ).ToListAsync();
        return await KeptAsync(rows, r => r.OrderId);
    }

    /// <summary>Those of them that were neither approved nor done nor closed since.</summary>
    internal async Task<HashSet<long>> StillOpenAsync(IEnumerable<DecidedJob> decided)
    {
        var open = new HashSet<long>();
        var ids = decided.Where(d => !d.IsApproved).Select(d => d.OrderId).Distinct().ToList();
        foreach (var some in ids.Chunk(AtATime))
        {
            var vehicles = await db
                .Orders.Where(o => some.Contains(o.Id) && o.VehicleId != null)
                .Select(o => o.VehicleId!.Value)
                .Distinct()
                .ToListAsync();
            var visits = await db.VisitJobsOf(db.Orders.Where(o => o.VehicleId != null && vehicles.Contains(o.VehicleId.Value)))
                .ToListAsync();
            foreach (var of in visits.GroupBy(v => v.VehicleId))
                open.UnionWith(EarlierWork.StillOpen([.. of]).Select(v => v.JobId));
            // What is still on an open order waits there.
            open.UnionWith(
                visits
                    .Where(v => v.State == OrderState.Open && v.Decision is DecisionKind.Declined or DecisionKind.Deferred)
                    .Select(v => v.JobId)
            );
        }
        var closed = await db
            .FollowUpActs.Where(a => a.What == Core.FollowUp.FollowUpActKind.Closed && a.TakenBackAt == null)
            .Where(a => a.Kind == Core.FollowUp.FollowUpKind.Deferred || a.Kind == Core.FollowUp.FollowUpKind.Declined)
            .Select(a => a.SourceId)
            .ToListAsync();
        open.ExceptWith(closed);
        return open;
    }

    /// <summary>Orders that were finished in a period.</summary>
    internal async Task<List<FinishedOrder>> FinishedAsync(ReportPeriod period)
    {
        var (from, until) = shop.Moments(period);
        var ids = (await db.StageChanges.Where(c => c.At >= from && c.At < until).Select(c => new { c.OrderId, c.To }).ToListAsync())
            .Where(c => c.To == Stage.Done)
            .Select(c => c.OrderId)
            // What was done before it may have been checked or washed within it.
            .Concat(await db.QualityChecks.Where(c => c.At >= from && c.At < until).Select(c => c.OrderId).ToListAsync())
            .Concat(
                await db
                    .AfterWork.Where(a => a.DoneAt >= from && a.DoneAt < until && a.RemovedAt == null)
                    .Select(a => a.OrderId)
                    .ToListAsync()
            )
            .Distinct()
            .ToList();
        var found = new List<FinishedOrder>();
        foreach (var some in (await KeptAsync(ids, id => id)).Chunk(AtATime))
        {
            var orders = await db
                .Orders.Where(o => some.Contains(o.Id))
                .Select(o => new
                {
                    o.Id,
                    o.PromisedAt,
                    o.OpenedAt,
                })
                .ToListAsync();
            var stages = (await db.StageChanges.AsNoTracking().Where(c => some.Contains(c.OrderId)).ToListAsync()).ToLookup(c => c.OrderId);
            var promises = (
                await db
                    .OrderChanges.AsNoTracking()
                    .Where(c => some.Contains(c.OrderId))
                    .Where(c => c.Target == "order" && c.Field == "promisedAt")
                    .OrderBy(c => c.Id)
                    .ToListAsync()
            ).ToLookup(c => c.OrderId);
            var checks = (
                await db.QualityChecks.Where(c => some.Contains(c.OrderId)).Select(c => new { c.OrderId, c.At }).ToListAsync()
            ).ToLookup(c => c.OrderId, c => c.At);
            var washes = (
                await db
                    .AfterWork.Where(a => some.Contains(a.OrderId) && a.DoneAt != null && a.RemovedAt == null)
                    .Select(a => new { a.OrderId, At = a.DoneAt!.Value })
                    .ToListAsync()
            ).ToLookup(c => c.OrderId, c => c.At);
            foreach (var order in orders)
            {
                var promised = promises[order.Id].Select(c => (c.At, Read(c.Old), Read(c.New))).ToList();
                var checkedAt = checks[order.Id].Concat(washes[order.Id]);
                if (
                    FinishedOrder.Of(order.Id, order.OpenedAt, order.PromisedAt, stages[order.Id], promised, checkedAt, shop)
                        is { } finished
                    && finished.FinishedAt.Date >= period.From
                    && finished.FinishedAt.Date <= period.Until
                )
                    found.Add(finished);
            }
        }
        return found;
    }

    private static LocalDateTime? Read(string wall) =>
        LocalDateTimePattern.CreateWithInvariantCulture("uuuu-MM-dd'T'HH:mm").Parse(wall) is { Success: true } read ? read.Value : null;

    /// <summary>Stays in stages that ended in a period, in opening minutes.</summary>
    internal async Task<List<StageStay>> StaysAsync(ReportPeriod period)
    {
        var (from, until) = shop.Moments(period);
        var moved = await db.StageChanges.Where(c => c.At >= from && c.At < until).Select(c => c.OrderId).Distinct().ToListAsync();
        var stays = new List<StageStay>();
        foreach (var some in (await KeptAsync(moved, id => id)).Chunk(AtATime))
        {
            var opened = await db
                .Orders.Where(o => some.Contains(o.Id))
                .Select(o => new { o.Id, o.OpenedAt })
                .ToDictionaryAsync(o => o.Id, o => o.OpenedAt);
            var all = await db.StageChanges.AsNoTracking().Where(c => some.Contains(c.OrderId)).ToListAsync();
            foreach (var course in all.GroupBy(c => c.OrderId))
                stays.AddRange(StageStay.Ended(opened[course.Key], course, from, until, shop));
        }
        return stays;
    }

    /// <summary>Appointments by the day they last stood at.</summary>
    internal async Task<List<Appointment>> AppointmentsAsync(ReportPeriod period)
    {
        var (from, until) = (period.From.AtMidnight(), period.Until.PlusDays(1).AtMidnight());
        var ids = await db.Appointments.Where(a => a.Start >= from && a.Start < until).Select(a => a.Id).ToListAsync();
        return await db
            .Appointments.Include(a => a.Moves)
            .Include(a => a.Services)
            .AsNoTracking()
            .Where(a => ids.Contains(a.Id))
            .ToListAsync();
    }

    /// <summary>Jobs that were invoiced in a period, and those of them that came back.</summary>
    /// <param name="Orders">How many jobs were invoiced, by order.</param>
    /// <param name="Back">Those that came back.</param>
    internal sealed record Invoiced(IReadOnlyDictionary<long, int> Orders, IReadOnlyList<InvoicedJob> Back)
    {
        /// <summary>Of two stretches that follow each other: an order that was invoiced in both counts once.</summary>
        internal static Invoiced Join(Invoiced past, Invoiced today) =>
            new(
                past.Orders.Concat(today.Orders).DistinctBy(o => o.Key).ToDictionary(),
                [.. past.Back.Concat(today.Back).DistinctBy(b => b.JobId)]
            );
    }

    /// <summary>Jobs that were invoiced in a period, and those of them that came back.</summary>
    internal async Task<Invoiced> ComebacksAsync(ReportPeriod period)
    {
        // What the shop itself paid for counts here too.
        var (first, last) = (period.From, period.Until);
        var sales = filter.Of(db, db.Sales.Where(s => s.Day >= first && s.Day <= last && s.Cars >= 0));
        // What was decided is looked at here: asked for, the database would go through all jobs that were ever approved.
        var jobs = db.Jobs.Where(j => j.RemovedAt == null);
        var invoiced = (
            await sales
                .Select(s => s.OrderId)
                .Distinct()
                .Join(jobs, o => o, j => j.OrderId, (o, j) => new { OrderId = o, j.Decision })
                .GroupBy(j => new { j.OrderId, j.Decision })
                .Select(g => new
                {
                    g.Key.OrderId,
                    g.Key.Decision,
                    Jobs = g.Count(),
                })
                .ToListAsync()
        ).Where(o => o.Decision == DecisionKind.Approved).ToDictionary(o => o.OrderId, o => o.Jobs);
        var rows = await (
            from back in db.Jobs.Where(j => j.ComebackOfId != null && j.RemovedAt == null)
            join original in db.Jobs on back.ComebackOfId equals (long?)original.Id
            join sale in sales on original.OrderId equals sale.OrderId
            join order in db.Orders on back.OrderId equals order.Id
            select new
            {
                original.Id,
                original.OrderId,
                original.Title,
                sale.Day,
                order.OpenedAt,
            }
        ).ToListAsync();
        return new Invoiced(
            invoiced,
            [
                .. rows.Where(r => MeasureRules.IsComeback(r.Day, shop.Local(r.OpenedAt).Date))
                    .DistinctBy(r => r.Id)
                    .Select(r => new InvoicedJob(r.Id, r.OrderId, r.Title, r.Day)),
            ]
        );
    }

    /// <summary>Rows whose order the filter lets through.</summary>
    internal async Task<List<T>> KeptAsync<T>(List<T> rows, Func<T, long> orderOf)
    {
        if (filter.IsEmpty)
            return rows;
        var kept = new HashSet<long>();
        foreach (var some in rows.Select(orderOf).Distinct().Chunk(AtATime))
            kept.UnionWith(await filter.Orders(db, db.Orders.Where(o => some.Contains(o.Id))).Select(o => o.Id).ToListAsync());
        return rows.FindAll(r => kept.Contains(orderOf(r)));
    }
}
