using Yardstick.Core.Orders;
using Yardstick.Core.Values;

namespace Yardstick.Core.Purchasing;

/// <summary>Parts that came for an order leave it again.</summary>
public static class ReturnedPart
{
    /// <summary>
    /// Takes units that came for a line off it: they go back to the supplier. The line then misses them, unless it is removed. Refuses with
    /// <c>line.gone</c>, <c>part.none</c>, <c>job.finished</c>.
    /// </summary>
    /// <param name="order">The order.</param>
    /// <param name="lineId">The line; it may be off the order by now.</param>
    /// <param name="units">Units that go back.</param>
    /// <param name="number">Number of the return.</param>
    /// <param name="defective">The part is broken: also one that was built in can go back.</param>
    /// <param name="actor">Who.</param>
    /// <returns>What it was worth in the books; nothing where a posted order got it.</returns>
    public static Result<Money> TakeBack(this Order order, long lineId, Quantity units, long number, bool defective, Actor actor)
    {
        if (order.Jobs.SelectMany(j => j.Lines).OfType<PartLine>().FirstOrDefault(l => l.Id == lineId) is not { } line)
            return new Problem("line.gone", "This line no longer exists. Reload the page.");
        if (line.ReceivedQuantity < units)
            return new Problem("part.none", "Nothing of this line is here; look at the order again.");
        if (!defective && order.Jobs.First(j => j.Lines.Contains(line)).Progress == JobProgress.Finished)
            return new Problem("job.finished", "The job of this part is finished, so the part is in the car; open the job again first.");
        // What a posted order got stays its own, or its reversal would bring into stock what is at the supplier.
        var value = order.State == OrderState.Open ? line.Leave(units) : Money.Zero;
        order.NotePart(lineId, "returned", $"{units} on return {number}", actor);
        return value;
    }
}
