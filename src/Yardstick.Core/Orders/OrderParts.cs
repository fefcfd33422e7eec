namespace Yardstick.Core.Orders;

/// <summary>Parts that come for an order.</summary>
public partial class Order
{
    /// <summary>A part came for a line. Its cost becomes the one charged; a price that the customer was told stays.</summary>
    public Result ReceivePart(long lineId, decimal quantity, decimal unitCost, Actor actor)
    {
        if (Closed() is { } closed) return closed;
        if (Jobs.SelectMany(j => j.Lines).FirstOrDefault(l => l.Id == lineId) is not { } line) return new Problem("line.gone", "The line that this part is for is no longer on the order.");
        line.ReceivedQuantity += quantity;
        if (line.UnitCost != unitCost)
        {
            Record("line", lineId, "unitCost", line.UnitCost.ToString("0.####"), unitCost.ToString("0.####"), ++line.Version, actor);
            (line.UnitCost, line.BookCost) = (unitCost, null);
        }
        Record("line", lineId, "received", "", quantity.ToString("0.###"), ++line.Version, actor);
        return Result.Done;
    }
}
