using Yardstick.Core.Orders;
using Yardstick.Core.Values;

namespace Yardstick.Core.Inspections;

/// <summary>Something of an order that waits for someone.</summary>
/// <param name="Kind">What it waits for.</param>
/// <param name="Since">Since when, UTC.</param>
/// <param name="What">What it is, in words.</param>
/// <param name="Worth">What it is worth before tax; zero where nobody can tell yet.</param>
/// <param name="ToAct">Somebody has to do something; a finished inspection without a finding has only to be filed.</param>
/// <param name="InspectionId">The inspection; null where it is about the estimate.</param>
/// <param name="PersonId">Whose move it is; null for anybody's.</param>
public sealed record WorkItem(WorkItemKind Kind, Instant Since, string What, Money Worth, bool ToAct, long? InspectionId, long? PersonId)
{
    /// <summary>What of an order waits for someone: each of its inspections, and the one thing that its estimate waits for.</summary>
    /// <param name="order">The order with its jobs.</param>
    /// <param name="inspections">Its inspections with their points.</param>
    /// <param name="findings">Its findings.</param>
    /// <param name="sentAt">When the estimate was last sent, UTC; null where it never was.</param>
    public static IReadOnlyList<WorkItem> Of(
        Order order,
        IReadOnlyList<Inspection> inspections,
        IReadOnlyList<Finding> findings,
        Instant? sentAt
    )
    {
        var items = new List<WorkItem>();
        foreach (var inspection in inspections.Where(i => i.FinishedAt is null))
            items.Add(
                new(
                    WorkItemKind.UnderWay,
                    inspection.BegunAt,
                    $"{inspection.Name}, {inspection.Done} of {inspection.Points.Count}",
                    Money.Zero,
                    true,
                    inspection.Id,
                    inspection.TechnicianId
                )
            );
        var unread = inspections.Where(i => i is { FinishedAt: not null, ReadAt: null }).ToList();
        foreach (var inspection in unread)
        {
            var found = inspection.Points.Count(p => p.IsFinding);
            items.Add(
                new(
                    WorkItemKind.Unread,
                    inspection.FinishedAt!.Value,
                    found == 0 ? $"{inspection.Name}: all good" : $"{inspection.Name}: {found} {(found == 1 ? "finding" : "findings")}",
                    Money.Zero,
                    found > 0,
                    inspection.Id,
                    order.WriterId
                )
            );
        }
        if (unread.Count == 0 && OfEstimate(order, findings, sentAt) is { } next)
            items.Add(next);
        return items;
    }

    private static WorkItem? OfEstimate(Order order, IReadOnlyList<Finding> findings, Instant? sentAt)
    {
        var loose = WorkOfFindings.Of(order, findings);
        if (loose.Count > 0)
        {
            var since = loose.SelectMany(w => w.Findings).Min(f => f.At);
            var what = loose.Count == 1 ? $"{loose[0].Title}, no job yet" : $"{loose.Count} findings without a job";
            return Item(WorkItemKind.Unpriced, since, what, []);
        }
        var pending = order.OnJobs.Where(j => j.Decision == DecisionKind.Proposed).ToList();
        if (pending.Where(j => j.Subtotal == Money.Zero && !j.OnLines.Any()).ToList() is { Count: > 0 } bare)
            return Item(WorkItemKind.Unpriced, order.OpenedAt, $"{Titles(bare)} without a price", pending);
        if (pending.Count > 0)
            return sentAt is { } at
                ? Item(WorkItemKind.Unanswered, at, Titles(pending), pending)
                : Item(WorkItemKind.Unasked, order.StageSince, Titles(pending), pending);
        var approved = order.ApprovedJobs.ToList();
        return order.OnPremises && approved.Count > 0 && approved.All(j => j.Progress == JobProgress.NotStarted)
            ? Item(WorkItemKind.NotBegun, approved.Max(j => j.DecidedAt) ?? order.OpenedAt, Titles(approved), approved)
            : null;

        WorkItem Item(WorkItemKind kind, Instant since, string what, IReadOnlyList<Job> jobs) =>
            new(
                kind,
                since,
                what,
                jobs.Aggregate(Money.Zero, (sum, job) => sum + job.Subtotal),
                true,
                null,
                kind == WorkItemKind.NotBegun ? order.LeadId : order.WriterId
            );
    }

    private static string Titles(IReadOnlyList<Job> jobs) => jobs.Count == 1 ? jobs[0].Title : $"{jobs[0].Title} and {jobs.Count - 1} more";
}
