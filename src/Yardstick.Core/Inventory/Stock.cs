using Yardstick.Core.Catalog;
using Yardstick.Core.Values;

namespace Yardstick.Core.Inventory;

/// <summary>Moves stock: the only way in which what is on hand, and its average cost, change (rules, Stock).</summary>
public static class Stock
{
    /// <summary>Stock of a part at its average cost, in cents; below zero where more left than was there.</summary>
    public static Money ValueOf(Part part) => Money.Of(part.OnHand.Value * part.AverageCost.Value);

    /// <summary>Units come in at a cost of their own: the average follows. From stock at or below zero it is the receipt's cost.</summary>
    /// <param name="part">The part.</param>
    /// <param name="kind">Receipt, for example.</param>
    /// <param name="quantity">Units, above zero.</param>
    /// <param name="unitCost">Cost each.</param>
    /// <param name="source">What it comes from.</param>
    /// <param name="actor">Who.</param>
    public static StockMovement Receive(
        this Part part,
        StockMovementKind kind,
        Quantity quantity,
        UnitPrice unitCost,
        StockSource source,
        Actor actor
    )
    {
        var before = ValueOf(part);
        part.AverageCost =
            part.OnHand <= Quantity.Zero
                ? unitCost
                : UnitPrice.Rounded((part.AverageCost * part.OnHand + unitCost * quantity) / (part.OnHand + quantity).Value);
        part.OnHand += quantity;
        part.UnitCost = unitCost;
        return Moved(part, kind, quantity, unitCost, before, source, actor);
    }

    /// <summary>Units leave, or come back, at the average; it stays.</summary>
    /// <param name="part">The part.</param>
    /// <param name="kind">Issue, for example.</param>
    /// <param name="quantity">Units, below zero for those that leave.</param>
    /// <param name="source">What it comes from.</param>
    /// <param name="actor">Who.</param>
    public static StockMovement Move(this Part part, StockMovementKind kind, Quantity quantity, StockSource source, Actor actor)
    {
        var before = ValueOf(part);
        part.OnHand += quantity;
        return Moved(part, kind, quantity, part.AverageCost, before, source, actor);
    }

    /// <summary>
    /// The bill for units that were received says another cost. Of them, as many as are on hand carry it; the rest is cost of sales.
    /// </summary>
    /// <param name="part">The part.</param>
    /// <param name="difference">More (or less) each, than was received at.</param>
    /// <param name="units">Units received less those returned.</param>
    /// <param name="source">The bill.</param>
    /// <param name="actor">Who.</param>
    /// <returns>The movement, and what goes to cost of sales.</returns>
    public static (StockMovement Movement, Money CostOfSales) CorrectCost(
        this Part part,
        decimal difference,
        Quantity units,
        StockSource source,
        Actor actor
    )
    {
        var before = ValueOf(part);
        var there = Quantity.Min(Quantity.Max(Quantity.Zero, part.OnHand), units);
        if (there > Quantity.Zero)
            part.AverageCost = UnitPrice.Rounded(part.AverageCost.Value + difference * there.Value / part.OnHand.Value);
        var whole = Money.Of(difference * units.Value);
        var movement = Moved(part, StockMovementKind.CostCorrection, Quantity.Zero, part.AverageCost, before, source, actor);
        return (movement, whole - movement.ValueChange);
    }

    /// <summary>What came for an order and never was on the shelf.</summary>
    /// <param name="partId">The catalog part; null where it is none.</param>
    /// <param name="quantity">Units.</param>
    /// <param name="unitCost">Cost each.</param>
    /// <param name="source">The purchase order and the line.</param>
    /// <param name="actor">Who.</param>
    public static StockMovement ForOrder(long? partId, Quantity quantity, UnitPrice unitCost, StockSource source, Actor actor) =>
        new()
        {
            PartId = partId,
            LineId = source.LineId,
            Document = source.Document,
            DocumentId = source.Id,
            Kind = StockMovementKind.ReceiptForOrder,
            Quantity = quantity,
            UnitCost = unitCost,
            Reason = source.Reason,
            At = actor.At,
            ById = actor.StaffId,
        };

    /// <summary>What lies on the shelf when a part joins the catalog.</summary>
    /// <param name="part">The part, which is kept already.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public static StockMovement Beginning(Part part, Instant utcNow) =>
        new()
        {
            PartId = part.Id,
            Kind = StockMovementKind.Count,
            Quantity = part.OnHand,
            UnitCost = part.AverageCost,
            ValueChange = ValueOf(part),
            At = utcNow,
        };

    /// <summary>What lay on the shelf is none after all: the file that said so is taken back.</summary>
    /// <param name="part">The part.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public static StockMovement NotThere(Part part, Instant utcNow)
    {
        var (quantity, value) = (part.OnHand, ValueOf(part));
        part.OnHand = Quantity.Zero;
        return new()
        {
            PartId = part.Id,
            Kind = StockMovementKind.Count,
            Quantity = -quantity,
            UnitCost = part.AverageCost,
            ValueChange = -value,
            At = utcNow,
        };
    }

    private static StockMovement Moved(
        Part part,
        StockMovementKind kind,
        Quantity quantity,
        UnitPrice unitCost,
        Money before,
        StockSource source,
        Actor actor
    ) =>
        new()
        {
            PartId = part.Id,
            LineId = source.LineId,
            Document = source.Document,
            DocumentId = source.Id,
            Kind = kind,
            Quantity = quantity,
            UnitCost = unitCost,
            ValueChange = ValueOf(part) - before,
            Reason = source.Reason,
            At = actor.At,
            ById = actor.StaffId,
        };
}
