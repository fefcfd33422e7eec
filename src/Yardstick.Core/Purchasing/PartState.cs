using Yardstick.Core.Catalog;
using Yardstick.Core.Orders;

namespace Yardstick.Core.Purchasing;

/// <summary>Where the part of a line is.</summary>
/// <param name="Code">In a word.</param>
/// <param name="Text">In words.</param>
/// <param name="ExpectedAt">When it comes, UTC, if that is known.</param>
public sealed record PartState(PartStateCode Code, string Text, Instant? ExpectedAt = null)
{
    /// <summary>Where the part of a line is.</summary>
    /// <param name="job">Its job.</param>
    /// <param name="line">The line.</param>
    /// <param name="part">Its catalog part.</param>
    /// <param name="on">The latest purchase order that holds the line.</param>
    /// <param name="supplier">Name of that order's supplier.</param>
    public static PartState Of(Job job, PartLine line, Part? part, PurchaseOrder? on, string supplier)
    {
        if (line.ReceivedQuantity >= line.Quantity)
            return new(PartStateCode.Received, "Received");
        if (line.ReservedQuantity >= line.Quantity)
            return new(PartStateCode.Stock, "In stock, reserved");
        if (
            on is not null
            && on.State is not (PurchaseOrderState.Received or PurchaseOrderState.Cancelled)
            && !on.Lines.Exists(l => l.LineId == line.Id && l.CancelledAt is not null)
        )
        {
            var words = $"{supplier}: {PurchaseOrder.StateName(on.State).ToLowerInvariant()}";
            return new(on.Trouble.Length > 0 ? PartStateCode.Trouble : PartStateCode.Ordered, words, on.ExpectedAt);
        }
        if (job.Decision == DecisionKind.Approved)
            return new(PartStateCode.Needed, "Needs ordering");
        return part is not null && part.Free >= line.Quantity
            ? new(PartStateCode.Proposed, "In stock, available")
            : new(PartStateCode.Proposed, "Not in stock");
    }
}
