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
}
