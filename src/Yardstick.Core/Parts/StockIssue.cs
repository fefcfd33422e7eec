using Yardstick.Core.Approval;
using Yardstick.Core.Orders;

namespace Yardstick.Core.Parts;

/// <summary>Takes what an order got from the shelf out of stock when it is invoiced, and puts it back when the invoice is taken back.</summary>
public static class StockIssue
{
    /// <summary>Moves stock for the approved lines of an order; what was received for the order itself never was in stock.</summary>
    /// <param name="order">The order.</param>
    /// <param name="parts">Catalog parts of its lines.</param>
    /// <param name="back">Its invoice is taken back.</param>
    /// <param name="actor">Who does it.</param>
    /// <returns>The movements, to be added to the record of stock.</returns>
    public static List<StockMovement> Of(Order order, IReadOnlyDictionary<long, Part> parts, bool back, Actor actor)
    {
        var movements = new List<StockMovement>();
        foreach (var line in order.ApprovedJobs.SelectMany(j => j.OnLines).Where(l => l is { Kind: LineKind.Part, PartId: not null, Out: false }))
        {
            var quantity = line.Quantity - line.ReceivedQuantity;
            if (quantity <= 0 || !parts.TryGetValue(line.PartId!.Value, out var part)) continue;
            part.OnHand += back ? quantity : -quantity;
            if (!back)
            {
                part.Reserved -= line.ReservedQuantity;
                line.ReservedQuantity = 0;
            }
            movements.Add(new StockMovement
            {
                PartId = part.Id,
                LineId = line.Id,
                Kind = back ? StockMovementKind.Return : StockMovementKind.Issue,
                Quantity = back ? quantity : -quantity,
                UnitCost = part.AverageCost,
                At = actor.At,
                ById = actor.StaffId,
            });
        }
        return movements;
    }
}
