using Yardstick.Core.Catalog;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;

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
        if (on?.Lines.Find(l => l.LineId == line.Id) is { } ordered)
        {
            if (on.IsOpen && ordered.Awaited)
                return OnOrder(line, on, ordered, supplier);
            if (ordered.IsRefused && job.Decision == DecisionKind.Approved)
                return new(PartStateCode.Trouble, $"{supplier}: {ordered.StateText.ToLowerInvariant()}. Replace it or remove it");
        }
        var here = line.ReservedQuantity + line.ReceivedQuantity;
        if (job.Decision == DecisionKind.Approved)
            return new(
                PartStateCode.Needed,
                here > Quantity.Zero ? $"{here} of {line.Quantity} here, {line.Quantity - here} to order" : "Needs ordering"
            );
        var free = part is null ? Quantity.Zero : part.Free;
        return free >= line.Quantity ? new(PartStateCode.Proposed, "In stock, available")
            : free > Quantity.Zero ? new(PartStateCode.Proposed, $"{free} of {line.Quantity} in stock")
            : new(PartStateCode.Proposed, "Not in stock");
    }

    private static PartState OnOrder(PartLine line, PurchaseOrder on, PurchaseOrderLine ordered, string supplier)
    {
        var said =
            ordered.StateText.Length > 0 && on.State != PurchaseOrderState.Sending ? ordered.StateText : PurchaseOrder.StateName(on.State);
        var here = line.ReservedQuantity + line.ReceivedQuantity;
        var words = $"{supplier}: {said.ToLowerInvariant()}{(here > Quantity.Zero ? $", {here} of {line.Quantity} here" : "")}";
        var trouble = on.Trouble.Length > 0 && !on.Lines.Exists(l => l.IsRefused);
        return new(trouble ? PartStateCode.Trouble : PartStateCode.Ordered, words, ordered.ExpectedAt ?? on.ExpectedAt);
    }
}
