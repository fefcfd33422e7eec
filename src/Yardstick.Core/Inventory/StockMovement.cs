using Yardstick.Core.Catalog;
using Yardstick.Core.Values;

namespace Yardstick.Core.Inventory;

/// <summary>A movement of stock. Only added to.</summary>
public class StockMovement
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The part; null for one that is not in the catalog.</summary>
    public long? PartId { get; init; }

    /// <summary>The order line that it was for.</summary>
    public long? LineId { get; init; }

    /// <summary>Why.</summary>
    public StockMovementKind Kind { get; init; }

    /// <summary>Units, negative when they left.</summary>
    public Quantity Quantity { get; init; }

    /// <summary>Cost each.</summary>
    public UnitPrice UnitCost { get; init; }

    /// <summary>When, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>Who; null for the start.</summary>
    public long? ById { get; init; }

    /// <summary>What lies on the shelf when a part joins the catalog.</summary>
    /// <param name="part">The part, which is kept already.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public static StockMovement Beginning(Part part, Instant utcNow) => Counted(part, part.OnHand, utcNow);

    /// <summary>What lay on the shelf is none after all.</summary>
    /// <param name="part">The part.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public static StockMovement NotThere(Part part, Instant utcNow) => Counted(part, -part.OnHand, utcNow);

    private static StockMovement Counted(Part part, Quantity quantity, Instant utcNow) =>
        new()
        {
            PartId = part.Id,
            Kind = StockMovementKind.Count,
            Quantity = quantity,
            UnitCost = part.UnitCost,
            At = utcNow,
        };
}
