namespace Yardstick.Core.Inventory;

/// <summary>What a movement of stock comes from.</summary>
/// <param name="Document">Kind of document.</param>
/// <param name="Id">Its key; null where there is none.</param>
/// <param name="LineId">The order line that it was for; null for none.</param>
/// <param name="Reason">What somebody gave as reason.</param>
public readonly record struct StockSource(MovementDocument Document, long? Id, long? LineId = null, string Reason = "")
{
    /// <summary>By hand, or at the start.</summary>
    public static readonly StockSource ByHand = new(MovementDocument.None, null);
}
