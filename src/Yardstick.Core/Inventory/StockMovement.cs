using Yardstick.Core.Values;

namespace Yardstick.Core.Inventory;

/// <summary>A movement of stock. Only added to; the movements of a part add up to what is on hand and to what it is worth.</summary>
public class StockMovement
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The part; null for one that is not in the catalog.</summary>
    public long? PartId { get; init; }

    /// <summary>The order line that it was for.</summary>
    public long? LineId { get; init; }

    /// <summary>The document behind it.</summary>
    public MovementDocument Document { get; init; }

    /// <summary>Key of that document; null where there is none.</summary>
    public long? DocumentId { get; init; }

    /// <summary>Why.</summary>
    public StockMovementKind Kind { get; init; }

    /// <summary>Units, negative when they left.</summary>
    public Quantity Quantity { get; init; }

    /// <summary>Cost each.</summary>
    public UnitPrice UnitCost { get; init; }

    /// <summary>What it changed the stock's value by (rules, Stock); zero for what never was on the shelf.</summary>
    public Money ValueChange { get; init; }

    /// <summary>What somebody gave as reason; empty where the document says it.</summary>
    public string Reason { get; init; } = "";

    /// <summary>When, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>Who; null for the start.</summary>
    public long? ById { get; init; }
}
