using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>Work of earlier visits that was not done: whether it is still open, how pressing it is, and taking it over.</summary>
public static class EarlierWork
{
    private const int SoonDays = 30;

    /// <summary>
    /// Declined and deferred jobs of invoiced orders, and all jobs of orders that were ended without an invoice, that nobody
    /// took over and that were not done since: by the same canned job, or under the same title.
    /// </summary>
    /// <param name="orders">All orders of the car with their jobs.</param>
    public static IEnumerable<Job> StillOpen(IReadOnlyCollection<Order> orders)
    {
        var jobs = orders.SelectMany(o => o.OnJobs).ToDictionary(j => j.Id);
        var visits = orders.SelectMany(o => o.OnJobs.Select(j => VisitJob.Of(o, j))).ToList();
        return StillOpen(visits).Select(v => jobs[v.JobId]);
    }

    /// <summary>The same of jobs as they are read for many cars at once.</summary>
    /// <param name="jobs">All jobs of all orders of one car but those that were taken off.</param>
    public static IEnumerable<VisitJob> StillOpen(IReadOnlyCollection<VisitJob> jobs)
    {
        var seen = new HashSet<string>(StringComparer.OrdinalIgnoreCase);
        foreach (var job in jobs.Where(WasLeftOpen).OrderByDescending(j => j.OpenedAt))
        {
            var again = jobs.Any(j =>
                j.OpenedAt > job.OpenedAt
                && j.State != OrderState.Voided
                && (j.State == OrderState.Open || j.Decision == DecisionKind.Approved)
                && Same(j, job)
            );
            if (!again && !jobs.Any(j => j.TakenFromJobId == job.JobId) && seen.Add(job.Title))
                yield return job;
        }
    }

    private static bool WasLeftOpen(VisitJob job) =>
        job.State switch
        {
            OrderState.Posted => job.Decision is DecisionKind.Declined or DecisionKind.Deferred,
            OrderState.Ended => job.Decision is DecisionKind.Declined or DecisionKind.Deferred or DecisionKind.Proposed,
            _ => false,
        };

    private static bool Same(VisitJob one, VisitJob other) =>
        one.CannedJobId is { } canned && canned == other.CannedJobId
        || string.Equals(one.Title, other.Title, StringComparison.OrdinalIgnoreCase);

    /// <summary>What became of it at its visit, in words: <c>deferred Nov 3, 2026 until Dec 1, 2026</c>.</summary>
    /// <param name="decision">Its decision.</param>
    /// <param name="on">The day of it.</param>
    /// <param name="until">The day it was put off to.</param>
    /// <param name="atReading">The reading it was put off to.</param>
    /// <param name="unit">Word of the shop's unit of distance.</param>
    public static string LeftWords(DecisionKind decision, LocalDate on, LocalDate? until, Odometer? atReading, string unit)
    {
        var term = (until, atReading) switch
        {
            ({ } day, { } at) => Invariant($" until {day:MMM d, yyyy} or {at} {unit}"),
            ({ } day, null) => Invariant($" until {day:MMM d, yyyy}"),
            (null, { } at) => $" until {at} {unit}",
            _ => "",
        };
        var became = decision switch
        {
            DecisionKind.Deferred => "deferred",
            DecisionKind.Proposed => "never answered",
            _ => "declined",
        };
        return Invariant($"{became} {on:MMM d, yyyy}{term}");
    }

    /// <summary>How pressing it is today.</summary>
    /// <param name="job">Declined or deferred work.</param>
    /// <param name="today">Today in the shop.</param>
    /// <param name="reading">What the odometer shows, or is thought to.</param>
    /// <param name="perDay">Distance a day.</param>
    public static Urgency UrgencyOf(Job job, LocalDate today, int? reading, decimal perDay)
    {
        var days = job.DeferUntil is { } until ? Period.DaysBetween(today, until) : (int?)null;
        if (job.DeferAtReading is { } at && reading is { } now)
        {
            var byReading =
                perDay > 0 ? (int)Math.Ceiling((at.Value - now) / perDay)
                : at.Value > now ? SoonDays + 1
                : 0;
            days = days is { } byDate ? Math.Min(byDate, byReading) : byReading;
        }
        return days switch
        {
            null => Urgency.Later,
            <= 0 => Urgency.Due,
            <= SoonDays => Urgency.Soon,
            _ => Urgency.Later,
        };
    }

    /// <summary>The same job for another order, at today's costs and prices: overrides and what was told then stay behind.</summary>
    /// <param name="job">The earlier job.</param>
    /// <param name="takePart">Puts the catalog part with this key, as it is today, onto the new line.</param>
    public static Job Copy(Job job, Action<PartLine, long> takePart)
    {
        var copy = new Job
        {
            Title = job.Title,
            FixedPrice = job.FixedPrice,
            Origin = JobOrigin.EarlierVisit,
            CannedJobId = job.CannedJobId,
            TakenFromJobId = job.Id,
            CustomerText = job.CustomerText,
            Warranty = job.Warranty,
            Checklist = job.Checklist,
            CountUnit = job.CountUnit,
            Count = job.Count,
        };
        foreach (var line in job.OnLines)
        {
            var made = line.Copy();
            if (line is PartLine { PartId: { } id })
                takePart((PartLine)made, id);
            copy.Lines.Add(made);
        }
        foreach (var companion in job.Companions.Where(c => c.Waived))
            copy.Companions.Add(
                new JobCompanion
                {
                    Code = companion.Code,
                    Waived = true,
                    Version = 1,
                }
            );
        return copy;
    }

    /// <summary>Why earlier work can't be taken over: another order has it.</summary>
    public static Problem TakenAlready(Job job) => new("job.taken", $"\"{job.Title}\" was already added to a repair order.");
}
