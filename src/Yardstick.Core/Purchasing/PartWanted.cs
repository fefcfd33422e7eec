using Yardstick.Core.Catalog;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;

namespace Yardstick.Core.Purchasing;

/// <summary>A part that goes onto a purchase order: for a line of a repair order, or for stock.</summary>
public sealed record PartWanted
{
    /// <summary>The line that waits for it; null for stock.</summary>
    public PartLine? Line { get; private init; }

    /// <summary>The line's repair order.</summary>
    public long? OrderId { get; private init; }

    /// <summary>The part for stock; null for a line.</summary>
    public Part? Part { get; private init; }

    /// <summary>Units.</summary>
    public Quantity Quantity { get; private init; }

    /// <summary>What a line misses.</summary>
    /// <param name="line">The line.</param>
    /// <param name="orderId">Its repair order.</param>
    /// <param name="missing">Units that nobody has and nobody ordered.</param>
    public static PartWanted For(PartLine line, long orderId, Quantity missing) =>
        new()
        {
            Line = line,
            OrderId = orderId,
            Quantity = missing,
        };

    /// <summary>Units for stock.</summary>
    /// <param name="part">The part.</param>
    /// <param name="quantity">Units.</param>
    public static PartWanted For(Part part, Quantity quantity) => new() { Part = part, Quantity = quantity };

    /// <summary>Cost each that the supplier named just now; null where the estimate's is expected.</summary>
    public UnitPrice? QuotedCost { get; init; }

    /// <summary>Number by which it is ordered; empty where nobody knows it.</summary>
    public string Number => Line?.Number ?? Part?.Number ?? "";

    /// <summary>What it is.</summary>
    public string Description => Line?.Description ?? Part?.Description ?? "";

    /// <summary>It as a line of a purchase order.</summary>
    internal PurchaseOrderLine AsLine() =>
        Line is { } line
            ? PurchaseOrderLine.For(line, OrderId!.Value, Quantity, QuotedCost ?? line.UnitCost)
            : PurchaseOrderLine.For(Part!, Quantity, QuotedCost ?? Part!.UnitCost);
}
