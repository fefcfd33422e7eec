using Yardstick.Core.Orders;
using Yardstick.Core.Values;

namespace Yardstick.Core.Purchasing;

/// <summary>A part that is here or on the way and that nobody waits for.</summary>
public static class LoosePart
{
    /// <summary>Units that are here for a line and that nobody waits for.</summary>
    /// <param name="job">Its job.</param>
    /// <param name="line">The line.</param>
    public static Quantity Units(Job job, PartLine line) =>
        job is { IsOn: true, Decision: DecisionKind.Approved } && line is { IsOn: true, IsExcluded: false }
            ? line.Surplus
            : line.ReceivedQuantity;

    /// <summary>Why nobody waits for it.</summary>
    /// <param name="order">The repair order that it was for.</param>
    /// <param name="job">The job.</param>
    /// <param name="line">The line.</param>
    public static string Why(Order order, Job job, PartLine line) =>
        order.State != OrderState.Open ? "The repair order is closed"
        : !job.IsOn || !line.IsOn ? "Removed from the repair order"
        : line.IsExcluded ? "Switched out of the job"
        : job.Decision == DecisionKind.Approved ? "More came than the line needs"
        : "The work is not approved";
}
