namespace Yardstick.Core.Inventory;

/// <summary>Why stock moved.</summary>
public enum StockMovementKind
{
    /// <summary>Counted or brought in at the start.</summary>
    Count,

    /// <summary>Received into stock.</summary>
    Receipt,

    /// <summary>Received for an order.</summary>
    ReceiptForOrder,

    /// <summary>Given to an order from stock.</summary>
    Issue,

    /// <summary>Came back with a reversed invoice.</summary>
    Return,
}
