namespace Yardstick.Core.Inventory;

/// <summary>What kind of document a movement of stock stands on.</summary>
public enum MovementDocument
{
    /// <summary>None: somebody did it by hand.</summary>
    None,

    /// <summary>A repair order.</summary>
    Order,

    /// <summary>A purchase order.</summary>
    PurchaseOrder,

    /// <summary>A return to a supplier.</summary>
    PartReturn,

    /// <summary>A count of stock.</summary>
    StockCount,

    /// <summary>A supplier's bill.</summary>
    SupplierBill,
}
