using Yardstick.Core.Catalog;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;

namespace Yardstick.Core.Inventory;

/// <summary>
/// Takes what an order got from the shelf out of stock when it is invoiced, and puts it back when the invoice is taken back.
/// </summary>
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
        foreach (
            var line in order
                .ApprovedJobs.SelectMany(j => j.OnLines)
                .OfType<PartLine>()
                .Where(l => l is { PartId: not null, IsExcluded: false })
        )
        {
            var quantity = line.Quantity - line.ReceivedQuantity;
            if (quantity <= Quantity.Zero || !parts.TryGetValue(line.PartId!.Value, out var part))
                continue;
            if (!back)
            {
                part.Reserved -= line.ReservedQuantity;
                line.ReservedQuantity = Quantity.Zero;
            }
            movements.Add(
                part.Move(
                    back ? StockMovementKind.Return : StockMovementKind.Issue,
                    back ? quantity : -quantity,
                    new StockSource(MovementDocument.Order, order.Id, line.Id),
                    actor
                )
            );
        }
        return movements;
    }

    /// <summary>Takes a part that was received for a line back off it, or what it got too many of: it goes into the shop's stock.</summary>
    /// <param name="order">The order.</param>
    /// <param name="lineId">The line; it may be off the order by now.</param>
    /// <param name="part">The catalog part that its stock becomes more of.</param>
    /// <param name="actor">Who.</param>
    /// <returns>The movement, and what the units were worth on the order.</returns>
    public static Result<(StockMovement Movement, Money Value)> PutIntoStock(this Order order, long lineId, Part part, Actor actor)
    {
        if (order.Closed() is { } closed)
            return closed;
        if (order.Jobs.SelectMany(j => j.Lines).OfType<PartLine>().FirstOrDefault(l => l.Id == lineId) is not { } line)
            return new Problem("line.gone", "This line no longer exists. Reload the page.");
        if (line.ReceivedQuantity <= Quantity.Zero)
            return new Problem("part.none", "Nothing of this line is here; look at the order again.");
        // Of a line that got more than it needs by now, the surplus goes; of any other all of it.
        var surplus = line.IsOn && !line.IsExcluded ? line.Surplus : Quantity.Zero;
        var units = surplus > Quantity.Zero ? surplus : line.ReceivedQuantity;
        if (surplus == Quantity.Zero && order.Jobs.First(j => j.Lines.Contains(line)).Progress == JobProgress.Finished)
            return new Problem("job.finished", "The job of this part is finished, so the part is in the car; open the job again first.");
        var source = new StockSource(MovementDocument.Order, order.Id, lineId);
        var movement = part.Receive(StockMovementKind.Receipt, units, line.UnitCost, source, actor);
        order.Record("line", lineId, "received", units.ToString(), "put into stock", ++line.Version, actor);
        return (movement, line.Leave(units));
    }
}
