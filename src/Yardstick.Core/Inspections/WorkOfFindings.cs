using Yardstick.Core.Orders;
using Yardstick.Core.Values;

namespace Yardstick.Core.Inspections;

/// <summary>A job that findings ask for.</summary>
/// <param name="CannedJobId">The canned job; null where there is none, and the job has to be priced.</param>
/// <param name="Title">Title of a job without one.</param>
/// <param name="Count">How much of it they ask for together.</param>
/// <param name="Findings">The findings.</param>
/// <param name="Covered">A job on the order that does it already; null for none.</param>
public sealed record WorkOfFindings(long? CannedJobId, string Title, Quantity Count, IReadOnlyList<Finding> Findings, Job? Covered)
{
    /// <summary>
    /// What findings ask for, each job once: findings of one canned job together, those that a job on the order covers with that job, and
    /// those that were made work of not again.
    /// </summary>
    /// <param name="order">The order.</param>
    /// <param name="findings">Its findings.</param>
    /// <param name="chosen">Keys of those that somebody chose; null for all that are due or unsafe.</param>
    public static IReadOnlyList<WorkOfFindings> Of(Order order, IEnumerable<Finding> findings, IReadOnlyCollection<long>? chosen = null)
    {
        var open = findings
            .Where(f => f.WithdrawnAt is null && !IsMade(order, f))
            .Where(f => chosen is null ? f.Rating >= Rating.Due : chosen.Contains(f.Id) && f.Rating > Rating.Good)
            .OrderByDescending(f => f.Rating)
            .ThenBy(f => f.Id)
            .ToList();
        return open.GroupBy(f => f.CannedJobId is { } id ? $"canned {id}" : $"finding {f.Id}")
            .Select(g =>
            {
                var (all, first) = (g.ToList(), g.First());
                return new WorkOfFindings(
                    first.CannedJobId,
                    TitleOf(first),
                    new Quantity(all.Sum(f => f.CountEach)),
                    all,
                    first.CannedJobId is { } canned ? order.OnJobs.FirstOrDefault(j => j.CannedJobId == canned) : null
                );
            })
            .ToList();
    }

    /// <summary>
    /// The work is on the order: its job takes note of them, and a horizon becomes the day or reading that it can be deferred to.
    /// </summary>
    /// <param name="job">The job.</param>
    public void JoinTo(Job job)
    {
        foreach (var finding in Findings)
            finding.JobId = job.Id;
        if (job.HorizonTo is not null || job.HorizonUntil is not null)
            return;
        // The part that does longest is no reason to wait: the first to give out says when.
        var readings = Findings.Select(f => f.LastsTo).OfType<Odometer>().ToList();
        var days = Findings.Select(f => f.LastsUntil).OfType<LocalDate>().ToList();
        job.HorizonTo = readings.Count > 0 ? readings.Min() : null;
        job.HorizonUntil = days.Count > 0 ? days.Min() : null;
        if (Findings.Any(f => f.Rating == Rating.Unsafe))
            job.IsUnsafe = true;
    }

    /// <summary>Work was made of it that is still on the order.</summary>
    /// <param name="order">The order.</param>
    /// <param name="finding">The finding.</param>
    public static bool IsMade(Order order, Finding finding) => finding.JobId is { } id && order.OnJobs.Any(j => j.Id == id);

    private static string TitleOf(Finding finding) => finding.Group.Length > 0 ? $"{finding.Group}: {finding.Text}" : finding.Text;
}
