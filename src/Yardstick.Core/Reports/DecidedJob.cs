using Yardstick.Core.Orders;

namespace Yardstick.Core.Reports;

/// <summary>A job and how it was decided last in a period.</summary>
/// <param name="JobId">The job.</param>
/// <param name="OrderId">Its order.</param>
/// <param name="Title">What it is.</param>
/// <param name="Kind">What was decided.</param>
/// <param name="Cents">What it came to then, without tax and supplies.</param>
/// <param name="At">When, UTC.</param>
/// <param name="Reason">Why, where somebody said so.</param>
public sealed record DecidedJob(long JobId, long OrderId, string Title, DecisionKind Kind, long Cents, Instant At, string Reason)
{
    /// <summary>Agreed to, here or for another visit.</summary>
    public bool IsApproved => Kind is DecisionKind.Approved or DecisionKind.AnotherVisit;

    /// <summary>Each job once, by its last decision; one that was taken back does not count.</summary>
    /// <param name="decisions">Decisions of a period.</param>
    public static IEnumerable<DecidedJob> Last(IEnumerable<DecidedJob> decisions) =>
        decisions.GroupBy(d => d.JobId).Select(g => g.MaxBy(d => d.At)!).Where(d => d.Kind != DecisionKind.Proposed);

    /// <summary>What it adds to a measure; null where it is none of its.</summary>
    /// <param name="measure">Which.</param>
    /// <param name="stillOpen">It was neither approved nor done nor closed since.</param>
    public MeasureValue? Adds(Measure measure, bool stillOpen) =>
        measure switch
        {
            Measure.ApprovedAmount => new(IsApproved ? Cents / 100m : 0, Cents / 100m),
            Measure.ApprovedJobs => new(IsApproved ? 1 : 0, 1),
            Measure.DeferredValue when stillOpen && !IsApproved => new(Cents / 100m),
            Measure.LostSales when Kind == DecisionKind.Declined => new(Cents / 100m),
            _ => null,
        };
}
