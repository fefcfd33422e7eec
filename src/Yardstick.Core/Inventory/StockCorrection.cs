using Yardstick.Core.Catalog;
using Yardstick.Core.Values;

namespace Yardstick.Core.Inventory;

/// <summary>What is on hand, put right by hand.</summary>
public static class StockCorrection
{
    /// <summary>Sets what is on hand, with a reason. Refuses with <c>stock.reason</c>, <c>stock.same</c> and codes of figures.</summary>
    /// <param name="part">The part.</param>
    /// <param name="onHand">Units that are there, as typed.</param>
    /// <param name="reason">Why, 1 to 200 characters.</param>
    /// <param name="actor">Who.</param>
    public static Result<StockMovement> Correct(Part part, string? onHand, string? reason, Actor actor)
    {
        var units = Quantity.ParseOrNone(onHand, "onHand");
        if (units.Problem is { } unreadable)
            return unreadable;
        if ((reason ?? "").Trim() is not { Length: > 0 and <= 200 } why)
            return new Problem("stock.reason", "Enter why the stock is different, up to 200 characters.", "reason");
        return units.Value == part.OnHand
            ? new Problem("stock.same", $"{part.OnHand} are on hand already.", "onHand")
            : part.Move(StockMovementKind.Correction, units.Value - part.OnHand, StockSource.ByHand with { Reason = why }, actor);
    }
}
