using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;
using Yardstick.Data;

namespace Yardstick.Server.Purchasing;

/// <summary>Parts that are here or on the way and that nobody waits for any more.</summary>
public static class LooseParts
{
    /// <summary>A part that is here or on the way and that nobody waits for.</summary>
    /// <param name="OrderId">The repair order that it was for.</param>
    /// <param name="OrderNumber">Its number.</param>
    /// <param name="LineId">The line.</param>
    /// <param name="Description">The part.</param>
    /// <param name="Number">Its number.</param>
    /// <param name="Quantity">Units.</param>
    /// <param name="Where">Here, or on which purchase order.</param>
    /// <param name="Why">Why nobody waits for it.</param>
    /// <param name="IsHere">It is here; otherwise it is on the way.</param>
    public sealed record LoosePartView(
        long OrderId,
        long OrderNumber,
        long LineId,
        string Description,
        string Number,
        decimal Quantity,
        string Where,
        string Why,
        bool IsHere
    );

    /// <summary>All of them, those that are here first.</summary>
    internal static async Task<IReadOnlyList<LoosePartView>> AllAsync(ShopDb db, Dictionary<long, string> suppliers)
    {
        var here = await (
            from line in db.Lines.OfType<PartLine>()
            join job in db.Jobs on line.JobId equals job.Id
            join order in db.Orders on job.OrderId equals order.Id
            where order.State == OrderState.Open && line.ReceivedQuantity > Quantity.Zero
            where
                line.ReceivedQuantity > line.Quantity
                || line.RemovedAt != null
                || line.IsExcluded
                || job.RemovedAt != null
                || job.Decision != DecisionKind.Approved
            select new
            {
                Line = line,
                Job = job,
                Order = order,
            }
        ).ToListAsync();
        var open = await db
            .PurchaseOrders.Where(p => p.State < PurchaseOrderState.Refused)
            .Select(p => new
            {
                p.Id,
                p.Number,
                p.SupplierId,
            })
            .ToDictionaryAsync(p => p.Id);
        var coming = await (
            from part in db.PurchaseOrderLines.Where(PurchaseOrderLine.IsAwaited).Where(l => open.Keys.Contains(l.PurchaseOrderId))
            join line in db.Lines.OfType<PartLine>() on part.LineId equals (long?)line.Id
            join job in db.Jobs on line.JobId equals job.Id
            join order in db.Orders on job.OrderId equals order.Id
            where
                order.State != OrderState.Open
                || line.RemovedAt != null
                || line.IsExcluded
                || job.RemovedAt != null
                || job.Decision != DecisionKind.Approved
            select new
            {
                Part = part,
                Line = line,
                Job = job,
                Order = order,
            }
        ).ToListAsync();
        return
        [
            .. here.Select(h => new LoosePartView(
                h.Order.Id,
                h.Order.Number,
                h.Line.Id,
                h.Line.Description,
                h.Line.Number,
                LoosePart.Units(h.Job, h.Line).Value,
                "Here",
                LoosePart.Why(h.Order, h.Job, h.Line),
                true
            )),
            .. coming.Select(c => new LoosePartView(
                c.Order.Id,
                c.Order.Number,
                c.Line.Id,
                c.Part.Description,
                c.Part.PartNumber,
                c.Part.Open.Value,
                $"PO {open[c.Part.PurchaseOrderId].Number}, {suppliers[open[c.Part.PurchaseOrderId].SupplierId]}",
                LoosePart.Why(c.Order, c.Job, c.Line),
                false
            )),
        ];
    }
}
