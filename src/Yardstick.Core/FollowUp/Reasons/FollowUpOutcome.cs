using Yardstick.Core.Catalog;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;

namespace Yardstick.Core.FollowUp;

/// <summary>What came of asking a customer.</summary>
/// <param name="State">How far it came.</param>
/// <param name="OrderId">The order on which the work was sold.</param>
/// <param name="Sold">What was sold of it, before supplies and tax.</param>
public sealed record FollowUpOutcome(FollowUpOutcomeState State, long? OrderId, Money Sold)
{
    /// <summary>What somebody does later than this was not brought by being asked.</summary>
    public const int CountedDays = 180;

    /// <summary>
    /// The furthest that it came: sold where the same work was approved on an order opened after it and invoiced since; for a reason
    /// that is no work, whatever was. Else came, booked, answered or opened the link.
    /// </summary>
    /// <param name="act">How they were asked.</param>
    /// <param name="visits">Jobs of the customer's orders that were opened since, and of the estimate's.</param>
    /// <param name="bookedAt">When an appointment was made for them since, UTC.</param>
    /// <param name="heardAt">When they wrote since, UTC.</param>
    /// <param name="cannedJobId">The canned job that does the work.</param>
    public static FollowUpOutcome Of(
        FollowUpAct act,
        IEnumerable<VisitJob> visits,
        IEnumerable<Instant> bookedAt,
        IEnumerable<Instant> heardAt,
        long? cannedJobId
    )
    {
        var until = act.At + Duration.FromDays(CountedDays);
        bool Counts(Instant at) => at > act.At && at <= until;
        // An estimate's order was there before somebody asked about it: there it counts what they agreed to since.
        var since = visits
            .Where(v => v.State is OrderState.Open or OrderState.Posted)
            .Where(v =>
                act.Kind == FollowUpKind.Estimate
                    ? v.OrderId == act.SourceId && v.DecidedAt is { } decided && Counts(decided)
                    : Counts(v.OpenedAt)
            )
            .ToList();
        var sold = since.FindAll(v => v.State == OrderState.Posted && v.Decision == DecisionKind.Approved && Does(act, v, cannedJobId));
        if (sold.Count > 0)
            return new(FollowUpOutcomeState.Sold, sold[0].OrderId, new Money(sold.Sum(v => v.Subtotal.Cents)));
        if (since.Count > 0)
            return new(
                act.Kind == FollowUpKind.Estimate ? FollowUpOutcomeState.Answered : FollowUpOutcomeState.Came,
                since[0].OrderId,
                Money.Zero
            );
        if (bookedAt.Any(Counts))
            return new(FollowUpOutcomeState.Booked, null, Money.Zero);
        if (heardAt.Any(Counts))
            return new(FollowUpOutcomeState.Answered, null, Money.Zero);
        return new(act.OpenedAt is null ? FollowUpOutcomeState.Nothing : FollowUpOutcomeState.Opened, null, Money.Zero);
    }

    private static bool Does(FollowUpAct act, VisitJob job, long? cannedJobId) =>
        act.Kind switch
        {
            FollowUpKind.Deferred or FollowUpKind.Declined => job.TakenFromJobId == act.SourceId || IsSame(act, job, cannedJobId),
            FollowUpKind.Advised or FollowUpKind.Reminder => IsSame(act, job, cannedJobId),
            _ => true,
        };

    private static bool IsSame(FollowUpAct act, VisitJob job, long? cannedJobId) =>
        cannedJobId is { } canned && job.CannedJobId == canned || WorkTitleMatch.Same(act.Title, job.Title);
}
