using Yardstick.Core.Catalog;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;

namespace Yardstick.Core.Inventory;

/// <summary>Keeps stock for approved work, and lets it go again (rules, Stock).</summary>
public static class Reservation
{
    /// <summary>
    /// Brings what is kept for an order's lines in line with what they need: as much as is available. What is kept stays kept while it is
    /// needed; only by hand does it go to another order.
    /// </summary>
    /// <param name="order">The order.</param>
    /// <param name="parts">Catalog parts of its lines.</param>
    /// <param name="onOrder">Units that still come on purchase orders, by line.</param>
    public static void Settle(Order order, IReadOnlyDictionary<long, Part> parts, IReadOnlyDictionary<long, Quantity> onOrder)
    {
        foreach (var job in order.Jobs)
        {
            foreach (var line in job.Lines.OfType<PartLine>())
            {
                if (line.PartId is not { } partId || !parts.TryGetValue(partId, out var part))
                    continue;
                var needed = Wants(order, job, line) ? Missing(line, onOrder) : Quantity.Zero;
                Keep(line, part, Quantity.Min(needed, line.ReservedQuantity + Quantity.Max(Quantity.Zero, part.Free)));
            }
        }
    }

    /// <summary>Gives stock that became available to lines that wait for it, in the order in which they stand.</summary>
    /// <param name="part">The part.</param>
    /// <param name="waiting">Lines of approved work that miss it, the earliest promised first.</param>
    /// <param name="onOrder">Units that still come on purchase orders, by line.</param>
    /// <returns>Lines that got some.</returns>
    public static IReadOnlyList<PartLine> GiveOut(Part part, IEnumerable<PartLine> waiting, IReadOnlyDictionary<long, Quantity> onOrder)
    {
        var got = new List<PartLine>();
        foreach (var line in waiting)
        {
            if (part.Free <= Quantity.Zero)
                break;
            var more = Quantity.Min(Missing(line, onOrder) - line.ReservedQuantity, part.Free);
            if (more <= Quantity.Zero)
                continue;
            Keep(line, part, line.ReservedQuantity + more);
            got.Add(line);
        }
        return got;
    }

    /// <summary>A count found less than is kept: the lines that are promised last miss it, and need ordering again.</summary>
    /// <param name="part">The part.</param>
    /// <param name="kept">Lines for which it is kept, the latest promised first.</param>
    /// <returns>Lines that lost some.</returns>
    public static IReadOnlyList<PartLine> TakeBack(Part part, IEnumerable<PartLine> kept)
    {
        var lost = new List<PartLine>();
        foreach (var line in kept)
        {
            if (part.Free >= Quantity.Zero)
                break;
            var units = Quantity.Min(line.ReservedQuantity, Quantity.Zero - part.Free);
            if (units <= Quantity.Zero)
                continue;
            Keep(line, part, line.ReservedQuantity - units);
            lost.Add(line);
        }
        return lost;
    }

    /// <summary>
    /// Takes what is kept for one line and keeps it for another, by hand. Refuses with <c>stock.notKept</c> where there is nothing to
    /// take or nothing missing.
    /// </summary>
    /// <param name="part">The part of both.</param>
    /// <param name="from">The line that it was kept for.</param>
    /// <param name="to">The line that gets it.</param>
    /// <param name="onOrder">Units that still come on purchase orders, by line.</param>
    /// <returns>Units that changed hands.</returns>
    public static Result<Quantity> Move(Part part, PartLine from, PartLine to, IReadOnlyDictionary<long, Quantity> onOrder)
    {
        var units = Quantity.Min(from.ReservedQuantity, Missing(to, onOrder) - to.ReservedQuantity);
        if (units <= Quantity.Zero || from.PartId != part.Id || to.PartId != part.Id)
            return new Problem("stock.notKept", "There is nothing reserved there any more that this line needs. Reload the page.");
        Keep(from, part, from.ReservedQuantity - units);
        Keep(to, part, to.ReservedQuantity + units);
        return units;
    }

    /// <summary>Whether a line may keep stock: approved work of an open order.</summary>
    private static bool Wants(Order order, Job job, PartLine line) =>
        order.State == OrderState.Open && job.IsOn && job.Decision == DecisionKind.Approved && line.IsOn && !line.IsExcluded;

    private static Quantity Missing(PartLine line, IReadOnlyDictionary<long, Quantity> onOrder) =>
        Quantity.Max(Quantity.Zero, line.Quantity - line.ReceivedQuantity - onOrder.GetValueOrDefault(line.Id));

    private static void Keep(PartLine line, Part part, Quantity units)
    {
        part.Reserved += units - line.ReservedQuantity;
        line.ReservedQuantity = units;
    }
}
