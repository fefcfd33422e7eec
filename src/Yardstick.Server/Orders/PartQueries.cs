using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;
using Yardstick.Data;

namespace Yardstick.Server.Orders;

/// <summary>Asks the database what has still to be ordered, and what is awaited.</summary>
internal static class PartQueries
{
    /// <summary>Lines of purchase orders that the supplier did not refuse and nobody called off.</summary>
    internal static IQueryable<PurchaseOrderLine> StandingParts(this ShopDb db) =>
        db.PurchaseOrderLines.Where(l =>
            (l.CancelledAt == null || l.Received > Quantity.Zero)
            && db.PurchaseOrders.Where(PurchaseOrder.Stands).Any(p => p.Id == l.PurchaseOrderId)
        );

    /// <summary>Whether purchase orders are in memory, which may be others than those in the database. Does not look for changes.</summary>
    internal static bool HoldsPurchases(this ShopDb db)
    {
        var (tracker, detects) = (db.ChangeTracker, db.ChangeTracker.AutoDetectChangesEnabled);
        tracker.AutoDetectChangesEnabled = false;
        try
        {
            return tracker.Entries<PurchaseOrder>().Any() || tracker.Entries<PurchaseOrderLine>().Any();
        }
        finally
        {
            tracker.AutoDetectChangesEnabled = detects;
        }
    }

    /// <summary>Purchase orders with a line for an order.</summary>
    internal static IQueryable<PurchaseOrder> PurchasesFor(this ShopDb db, long orderId) =>
        db
            .PurchaseOrders.Include(p => p.Lines)
            .Where(p => db.PurchaseOrderLines.Where(l => l.OrderId == orderId).Select(l => l.PurchaseOrderId).Contains(p.Id));

    /// <summary>Lines of purchase orders that still come.</summary>
    internal static IQueryable<PurchaseOrderLine> AwaitedParts(this ShopDb db) => db.StandingParts().Where(PurchaseOrderLine.IsAwaited);

    /// <summary>Parts that approved work of open orders waits for and nobody ordered.</summary>
    internal static IQueryable<NeededPart> NeededParts(this ShopDb db)
    {
        var awaited = db.AwaitedParts();
        return from order in db.Orders
            join job in db.Jobs.Where(PartNeed.OfJob) on order.Id equals job.OrderId
            join line in db.Lines.OfType<PartLine>().Where(PartNeed.OfLine) on job.Id equals line.JobId
            where order.State == OrderState.Open && !awaited.Any(a => a.LineId == line.Id)
            select new NeededPart
            {
                Line = line,
                Job = job,
                Order = order,
            };
    }
}
