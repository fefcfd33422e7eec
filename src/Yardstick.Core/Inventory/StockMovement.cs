namespace Yardstick.Core.Inventory;

/// <summary>A movement of stock. Only added to.</summary>
public class StockMovement
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>The part; null for one that is not in the catalog.</summary>
    public long? PartId { get; set; }
    /// <summary>The order line that it was for.</summary>
    public long? LineId { get; set; }
    /// <summary>Why.</summary>
    public StockMovementKind Kind { get; set; }
    /// <summary>Units, negative when they left.</summary>
    public decimal Quantity { get; set; }
    /// <summary>Cost each.</summary>
    public decimal UnitCost { get; set; }
    /// <summary>When, UTC.</summary>
    public DateTime At { get; set; }
    /// <summary>Who; null for the start.</summary>
    public long? ById { get; set; }
}
