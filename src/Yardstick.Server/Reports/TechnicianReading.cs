using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Floor;
using Yardstick.Core.Orders;
using Yardstick.Core.Reports;
using Yardstick.Core.Setup;
using Yardstick.Data;

namespace Yardstick.Server.Reports;

/// <summary>Hours of technicians: sold, on jobs, present (rules, Money after the invoice: technician figures).</summary>
internal static class TechnicianReading
{
    private const int AtATime = 5000;

    /// <summary>Hours of one person.</summary>
    internal sealed record Hours(long StaffId, string Name, decimal Sold, decimal OnJobs, decimal Present, int Jobs)
    {
        /// <summary>A measure of it; null for one that is none.</summary>
        internal MeasureValue? Of(Measure measure) =>
            measure switch
            {
                Measure.SoldOfOnJobs => new(Sold, OnJobs),
                Measure.OnJobsOfPresent => new(OnJobs, Present),
                Measure.SoldOfPresent => new(Sold, Present),
                _ => null,
            };
    }

    /// <summary>Hours of two stretches that follow each other.</summary>
    internal static List<Hours> Join(List<Hours> past, List<Hours> today) =>
        [
            .. past.Concat(today)
                .GroupBy(h => h.StaffId)
                .OrderBy(g => g.Key)
                .Select(g => new Hours(
                    g.Key,
                    g.First().Name,
                    g.Sum(h => h.Sold),
                    g.Sum(h => h.OnJobs),
                    g.Sum(h => h.Present),
                    g.Sum(h => h.Jobs)
                )),
        ];

    /// <summary>Everybody who sold or clocked hours in a period, in the order of the staff list.</summary>
    internal static async Task<List<Hours>> TechniciansAsync(this ShopDb db, Shop shop, ReportPeriod period, Instant now)
    {
        var (from, until) = shop.Moments(period);
        var (sold, jobs) = await SoldAsync(db, from, until);
        var onJobs = (
            await db
                .TimeEntries.AsNoTracking()
                .Where(t => t.Start < until && (t.End == null || t.End > from))
                .Select(t => new
                {
                    t.StaffId,
                    t.Start,
                    t.End,
                })
                .ToListAsync()
        ).ToLookup(t => t.StaffId, t => Within(t.Start, t.End));
        var present = (
            await db
                .Attendances.AsNoTracking()
                .Where(a => a.Start < until && (a.End == null || a.End > from))
                .Select(a => new
                {
                    a.StaffId,
                    a.Start,
                    a.End,
                })
                .ToListAsync()
        ).ToLookup(a => a.StaffId, a => Within(a.Start, a.End));
        var staff = await db.Staff.AsNoTracking().OrderBy(s => s.Id).Select(s => new { s.Id, s.Name }).ToListAsync();
        return
        [
            .. staff
                .Select(s => new Hours(
                    s.Id,
                    s.Name,
                    sold.GetValueOrDefault(s.Id) / 100m,
                    onJobs[s.Id].Sum(),
                    present[s.Id].Sum(),
                    jobs.GetValueOrDefault(s.Id)
                ))
                .Where(h => h.Sold != 0 || h.OnJobs != 0 || h.Present != 0),
        ];

        // Day by day, as the time sheets have them; what runs counts to now.
        decimal Within(Instant start, Instant? end)
        {
            var (begins, ends) = (Instant.Max(start, from), Instant.Min(end ?? now, until));
            var hours = 0m;
            for (var day = shop.Local(begins).Date; ends > begins && day <= shop.Local(ends).Date; day = day.PlusDays(1))
                hours += ClockedHours.On(begins, ends, day, shop);
            return hours;
        }
    }

    /// <summary>Hundredths of hours by person, of jobs that were finished in a period, and on how many jobs.</summary>
    private static async Task<(Dictionary<long, long> Sold, Dictionary<long, int> Jobs)> SoldAsync(ShopDb db, Instant from, Instant until)
    {
        var finished = await db
            .Jobs.AsNoTracking()
            .Where(j => j.FinishedAt >= from && j.FinishedAt < until && j.RemovedAt == null)
            .Select(j => new
            {
                j.Id,
                j.OrderId,
                j.SoldHours,
                FinishedAt = j.FinishedAt!.Value,
                j.FinishedById,
            })
            .ToListAsync();
        var (sold, jobs) = (new Dictionary<long, long>(), new Dictionary<long, int>());
        foreach (var some in finished.Chunk(AtATime))
        {
            var orderIds = some.Select(j => j.OrderId).Distinct().ToList();
            var jobIds = some.Select(j => j.Id).ToList();
            var entries = (
                await db
                    .TimeEntries.Where(t => orderIds.Contains(t.OrderId))
                    .Select(t => new
                    {
                        t.JobId,
                        t.StaffId,
                        t.Start,
                        t.End,
                    })
                    .ToListAsync()
            ).ToLookup(t => t.JobId);
            var lines = (
                await db
                    .Lines.OfType<LaborLine>()
                    .AsNoTracking()
                    .Where(l => jobIds.Contains(l.JobId) && l.TechnicianId != null && l.RemovedAt == null)
                    .Select(l => new
                    {
                        l.JobId,
                        l.TechnicianId,
                        l.Hours,
                    })
                    .ToListAsync()
            ).ToLookup(l => l.JobId);
            var leads = await db
                .Orders.Where(o => orderIds.Contains(o.Id))
                .Select(o => new { o.Id, o.LeadId })
                .ToDictionaryAsync(o => o.Id, o => o.LeadId);
            foreach (var job in some)
            {
                var clocked = entries[job.Id]
                    .Where(t => t.Start < job.FinishedAt)
                    .Select(t => (t.StaffId, (decimal)(Instant.Min(t.End ?? job.FinishedAt, job.FinishedAt) - t.Start).TotalMinutes))
                    .ToList();
                var split = SoldHoursSplit.Of(
                    (long)decimal.Round(job.SoldHours.Value * 100, 0, MidpointRounding.AwayFromZero),
                    clocked,
                    [.. lines[job.Id].Select(l => (l.TechnicianId!.Value, l.Hours.Value))],
                    leads.GetValueOrDefault(job.OrderId) ?? job.FinishedById
                );
                foreach (var (person, hundredths) in split)
                {
                    sold[person] = sold.GetValueOrDefault(person) + hundredths;
                    jobs[person] = jobs.GetValueOrDefault(person) + 1;
                }
            }
        }
        return (sold, jobs);
    }
}
