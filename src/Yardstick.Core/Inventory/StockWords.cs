namespace Yardstick.Core.Inventory;

/// <summary>Movements of stock in the words of the screen.</summary>
public static class StockWords
{
    /// <summary>Why stock moved.</summary>
    public static string Of(StockMovementKind kind) =>
        kind switch
        {
            StockMovementKind.Count => "Counted",
            StockMovementKind.Receipt => "Received",
            StockMovementKind.ReceiptForOrder => "Received for an order",
            StockMovementKind.Issue => "Sold",
            StockMovementKind.Return => "Back from an invoice",
            StockMovementKind.Correction => "Corrected",
            StockMovementKind.SupplierReturn => "Returned to supplier",
            _ => "Cost corrected",
        };
}
