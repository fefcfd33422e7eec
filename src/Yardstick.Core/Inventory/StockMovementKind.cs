namespace Yardstick.Core.Inventory;

/// <summary>Why stock moved.</summary>
public enum StockMovementKind
{
    /// <summary>Counted, or there at the start.</summary>
    Count,

    /// <summary>Received into stock.</summary>
    Receipt,

    /// <summary>Received for an order; it never was on the shelf.</summary>
    ReceiptForOrder,

    /// <summary>Given to an order from stock.</summary>
    Issue,

    /// <summary>Came back with a reversed invoice.</summary>
    Return,

    /// <summary>Corrected by hand, with a reason.</summary>
    Correction,

    /// <summary>Went back to a supplier.</summary>
    SupplierReturn,

    /// <summary>Another cost than was received: the supplier's bill says so.</summary>
    CostCorrection,
}
