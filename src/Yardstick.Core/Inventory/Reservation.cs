using Yardstick.Core.Catalog;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;

namespace Yardstick.Core.Inventory;

/// <summary>Keeps stock for approved work, and lets it go again.</summary>
public static class Reservation
{
    /// <summary>
    /// Brings what is kept for an order's lines in line with what they need: all of a line or nothing, so that a
    /// technician never stands there with half of it.
    /// </summary>
    /// <param name="order">The order.</param>
    /// <param name="parts">Catalog parts of its lines.</param>
    /// <param name="onOrder">Lines that a purchase order is under way for.</param>
    public static void Settle(Order order, IReadOnlyDictionary<long, Part> parts, IReadOnlySet<long> onOrder)
    {
        foreach (var job in order.Jobs)
        {
            foreach (var line in job.Lines.OfType<PartLine>())
            {
                if (line.PartId is not { } partId || !parts.TryGetValue(partId, out var part))
                    continue;
                var wants =
                    order.State == OrderState.Open
                    && job.IsOn
                    && job.Decision == DecisionKind.Approved
                    && line.IsOn
                    && !line.IsExcluded
                    && !onOrder.Contains(line.Id);
                var needed = wants ? Quantity.Max(Quantity.Zero, line.Quantity - line.ReceivedQuantity) : Quantity.Zero;
                var kept = needed <= line.ReservedQuantity + part.Free ? needed : Quantity.Zero;
                part.Reserved += kept - line.ReservedQuantity;
                line.ReservedQuantity = kept;
            }
        }
    }
}
