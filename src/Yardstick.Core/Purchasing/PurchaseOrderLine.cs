using System.Globalization;
using System.Linq.Expressions;
using Yardstick.Core.Catalog;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;

namespace Yardstick.Core.Purchasing;

/// <summary>A line of a purchase order: a part for a line of a repair order, or for stock.</summary>
public class PurchaseOrderLine
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The purchase order.</summary>
    public long PurchaseOrderId { get; init; }

    /// <summary>The order line that it is for; null for stock.</summary>
    public long? LineId { get; internal set; }

    /// <summary>The repair order that it holds up; null for stock.</summary>
    public long? OrderId { get; internal set; }

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

    /// <summary>Core charge each, as expected.</summary>
    public UnitPrice CoreEach { get; init; }

    /// <summary>What the supplier made of it.</summary>
    public PurchaseLineState State { get; internal set; }

    /// <summary>Units that the supplier sends now; null where they said nothing else than all.</summary>
    public Quantity? Filled { get; internal set; }

    /// <summary>When it comes, UTC; null where nobody said it of this line.</summary>
    public Instant? ExpectedAt { get; internal set; }

    /// <summary>Called off, UTC; null while it stands.</summary>
    public Instant? CancelledAt { get; internal set; }

    /// <summary>Why it was called off.</summary>
    public string CancelReason { get; internal set; } = "";

    /// <summary>Some of it has still to come: it is not all here, nobody called it off, and the supplier has it.</summary>
    public static readonly Expression<Func<PurchaseOrderLine, bool>> IsAwaited = line =>
        line.CancelledAt == null && line.Received < line.Quantity && line.State < PurchaseLineState.NotAvailable;

    /// <summary>Some of it has still to come.</summary>
    public bool Awaited => CancelledAt is null && Received < Quantity && !IsRefused;

    /// <summary>The supplier will not send it.</summary>
    public bool IsRefused => State >= PurchaseLineState.NotAvailable;

    /// <summary>Units still to come; 0 where it was called off or refused.</summary>
    public Quantity Open => Awaited ? Quantity - Received : Quantity.Zero;

    /// <summary>What the supplier made of it, in words: <c>1 of 2 filled, rest back-ordered</c>; empty before they said anything.</summary>
    public string StateText =>
        State switch
        {
            PurchaseLineState.Confirmed => "Confirmed",
            PurchaseLineState.PartlyFilled => $"{Filled} of {Quantity} filled, rest back-ordered",
            PurchaseLineState.Delayed => "Delayed",
            PurchaseLineState.Shipped => "Shipped",
            PurchaseLineState.NotAvailable => "Not available",
            PurchaseLineState.Discontinued => "No longer made",
            PurchaseLineState.UnknownNumber => "Part number unknown to the supplier",
            _ => "",
        };

    /// <summary>A line of a repair order.</summary>
    /// <param name="line">The line.</param>
    /// <param name="orderId">Its repair order.</param>
    /// <param name="missing">Units that nobody has and nobody ordered.</param>
    /// <param name="unitCost">Cost each, as expected.</param>
    internal static PurchaseOrderLine For(PartLine line, long orderId, Quantity missing, UnitPrice unitCost) =>
        new()
        {
            LineId = line.Id,
            OrderId = orderId,
            PartId = line.PartId,
            PartNumber = line.Number,
            Description = line.Description,
            Quantity = missing,
            UnitCost = unitCost,
            CoreEach = line.CoreDeposit,
        };

    /// <summary>A part for stock.</summary>
    /// <param name="part">The part.</param>
    /// <param name="quantity">Units.</param>
    /// <param name="unitCost">Cost each, as expected.</param>
    internal static PurchaseOrderLine For(Part part, Quantity quantity, UnitPrice unitCost) =>
        new()
        {
            PartId = part.Id,
            PartNumber = part.Number,
            Description = part.Description,
            Quantity = quantity,
            UnitCost = unitCost,
            CoreEach = part.CoreEach,
        };

    /// <summary>Takes a receipt, from what was typed. Refuses with <c>receive.tooMany</c> and codes of figures.</summary>
    /// <param name="quantity">Units that came; empty for all that are open.</param>
    /// <param name="unitCost">Cost each, four decimals; empty for the one expected.</param>
    /// <param name="against">It came although the supplier, or the shop, said that it would not.</param>
    /// <returns>Units and their cost each.</returns>
    public Result<(Quantity Quantity, UnitPrice UnitCost)> Receive(string? quantity, string? unitCost, bool against = false)
    {
        var open = against ? Quantity - Received : Open;
        if (open <= Quantity.Zero)
            return new Problem("receive.tooMany", $"Nothing of \"{Description}\" is open on this purchase order.", "quantity");
        var came = string.IsNullOrWhiteSpace(quantity) ? open : Quantity.Parse(quantity);
        if (came.Problem is { } noQuantity)
            return noQuantity;
        if (came.Value > open)
            return new Problem(
                "receive.tooMany",
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"Only {open} of \"{Description}\" are left to receive on this purchase order. What came beyond that goes into stock: add it below."
                ),
                "quantity"
            );
        var cost = string.IsNullOrWhiteSpace(unitCost) ? UnitCost : UnitPrice.Parse(unitCost, "unitCost");
        if (cost.Problem is { } noCost)
            return noCost;
        Received += came.Value;
        return (came.Value, cost.Value);
    }

    /// <summary>The supplier said what they make of it. What is here or was called off stays as it is.</summary>
    /// <param name="said">What they said.</param>
    internal void Heard(SupplierLineAnswer said)
    {
        if (CancelledAt is not null || Received >= Quantity)
            return;
        // One that they refused once and somebody replaced does not come alive again under their own words.
        if (IsRefused && said.State < PurchaseLineState.NotAvailable)
            return;
        (State, Filled, ExpectedAt) = (said.State, said.Quantity, said.ExpectedAt ?? ExpectedAt);
    }

    /// <summary>It comes for a line of another order now.</summary>
    internal void GoesTo(long lineId, long orderId) => (LineId, OrderId) = (lineId, orderId);

    /// <summary>That it was ordered, for the record of the repair order.</summary>
    public string Words(long number, string supplier) =>
        string.Create(CultureInfo.InvariantCulture, $"{Quantity} on purchase order {number}, {supplier}");
}
