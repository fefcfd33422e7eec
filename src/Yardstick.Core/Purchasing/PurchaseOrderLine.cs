using System.Globalization;
using System.Linq.Expressions;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;

namespace Yardstick.Core.Purchasing;

/// <summary>A line of a purchase order.</summary>
public class PurchaseOrderLine
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The purchase order.</summary>
    public long PurchaseOrderId { get; init; }

    /// <summary>The order line that it is for.</summary>
    public long LineId { get; internal set; }

    /// <summary>The repair order that it holds up.</summary>
    public long OrderId { get; internal set; }

    /// <summary>Catalog part, if it is one.</summary>
    public long? PartId { get; init; }

    /// <summary>Number.</summary>
    public required string PartNumber { get; init; }

    /// <summary>Description.</summary>
    public required string Description { get; init; }

    /// <summary>Units ordered.</summary>
    public Quantity Quantity { get; init; }

    /// <summary>Units here.</summary>
    public Quantity Received { get; internal set; }

    /// <summary>Cost each, as expected.</summary>
    public UnitPrice UnitCost { get; init; }

    /// <summary>Called off, UTC; null while it stands.</summary>
    public Instant? CancelledAt { get; internal set; }

    /// <summary>Why it was called off.</summary>
    public string CancelReason { get; internal set; } = "";

    /// <summary>Some of it has still to come.</summary>
    public static readonly Expression<Func<PurchaseOrderLine, bool>> IsAwaited = line =>
        line.CancelledAt == null && line.Received < line.Quantity;

    /// <summary>Some of it has still to come.</summary>
    public bool Awaited => CancelledAt is null && Received < Quantity;

    /// <summary>Units still to come; 0 where it was called off.</summary>
    public Quantity Open => Awaited ? Quantity - Received : Quantity.Zero;

    /// <summary>What is still missing for a line of a repair order.</summary>
    internal static PurchaseOrderLine For(PartLine line, long orderId) =>
        new()
        {
            LineId = line.Id,
            OrderId = orderId,
            PartId = line.PartId,
            PartNumber = line.Number,
            Description = line.Description,
            Quantity = line.Quantity - line.ReceivedQuantity,
            UnitCost = line.UnitCost,
        };

    /// <summary>Takes a receipt, from what was typed. Refuses with <c>receive.tooMany</c> and codes of figures.</summary>
    /// <param name="quantity">Units that came; empty for all that are open.</param>
    /// <param name="unitCost">Cost each, four decimals; empty for the one expected.</param>
    /// <returns>Units and their cost each.</returns>
    public Result<(Quantity Quantity, UnitPrice UnitCost)> Receive(string? quantity, string? unitCost)
    {
        if (!Awaited)
            return new Problem("receive.tooMany", $"Nothing of \"{Description}\" is open on this purchase order.", "quantity");
        var came = string.IsNullOrWhiteSpace(quantity) ? Open : Quantity.Parse(quantity);
        if (came.Problem is { } noQuantity)
            return noQuantity;
        if (came.Value > Open)
            return new Problem(
                "receive.tooMany",
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"Only {Open} of \"{Description}\" are left to receive on this purchase order."
                ),
                "quantity"
            );
        var cost = string.IsNullOrWhiteSpace(unitCost) ? UnitCost : UnitPrice.Parse(unitCost, "unitCost");
        if (cost.Problem is { } noCost)
            return noCost;
        Received += came.Value;
        return (came.Value, cost.Value);
    }

    /// <summary>It comes for a line of another order now.</summary>
    internal void GoesTo(long lineId, long orderId) => (LineId, OrderId) = (lineId, orderId);

    /// <summary>That it was ordered, for the record of the repair order.</summary>
    public string Words(long number, string supplier) =>
        string.Create(CultureInfo.InvariantCulture, $"{Quantity} on purchase order {number}, {supplier}");
}
