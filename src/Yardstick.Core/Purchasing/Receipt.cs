using Yardstick.Core.Values;

namespace Yardstick.Core.Purchasing;

/// <summary>Parts that came, as they came: what a supplier's bill is held against. Only added to.</summary>
public class Receipt
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The purchase order.</summary>
    public long PurchaseOrderId { get; init; }

    /// <summary>Who sent them.</summary>
    public long SupplierId { get; init; }

    /// <summary>Number on the packing slip; empty where nobody typed it.</summary>
    public string SlipNumber { get; init; } = "";

    /// <summary>How they came although the supplier, or the shop, had said that they would not; empty for what was expected.</summary>
    public string Against { get; init; } = "";

    /// <summary>Paid in cash when they were bought.</summary>
    public bool PaidInCash { get; init; }

    /// <summary>When, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>Who took them in.</summary>
    public long ById { get; init; }

    /// <summary>What came.</summary>
    public List<ReceiptLine> Lines { get; } = [];

    /// <summary>Parts of a purchase order came.</summary>
    /// <param name="purchase">The purchase order.</param>
    /// <param name="slipNumber">Number on the packing slip, up to 80 characters; refused with <c>text.long</c>.</param>
    /// <param name="against">How they came although they were not to come; null for what was expected.</param>
    /// <param name="actor">Who.</param>
    public static Result<Receipt> Of(PurchaseOrder purchase, string? slipNumber, string? against, Actor actor)
    {
        if ((slipNumber ?? "").Trim() is not { Length: <= 80 } slip)
            return TextInput.TooLong(80, "slipNumber", "A packing slip number");
        return new Receipt
        {
            PurchaseOrderId = purchase.Id,
            SupplierId = purchase.SupplierId,
            SlipNumber = slip,
            Against = (against ?? "").Trim(),
            PaidInCash = purchase.PaidInCash,
            At = actor.At,
            ById = actor.StaffId,
        };
    }

    /// <summary>Units of a line came.</summary>
    /// <param name="line">The line of the purchase order.</param>
    /// <param name="quantity">Units.</param>
    /// <param name="unitCost">Cost each, as charged.</param>
    /// <param name="stockPartId">The part whose stock they joined; null where they went to their order.</param>
    public ReceiptLine Add(PurchaseOrderLine line, Quantity quantity, UnitPrice unitCost, long? stockPartId)
    {
        var came = new ReceiptLine
        {
            PurchaseOrderLineId = line.Id,
            PartId = stockPartId ?? line.PartId,
            LineId = stockPartId is null ? line.LineId : null,
            OrderId = stockPartId is null ? line.OrderId : null,
            PartNumber = line.PartNumber,
            Description = line.Description,
            Quantity = quantity,
            UnitCost = unitCost,
            OrderedCost = line.UnitCost,
            CoreEach = line.CoreEach,
            Billed = PaidInCash ? quantity : Quantity.Zero,
        };
        if (line.CoreEach > UnitPrice.Zero)
            came.Core = OwedCore.Of(quantity);
        Lines.Add(came);
        return came;
    }
}
