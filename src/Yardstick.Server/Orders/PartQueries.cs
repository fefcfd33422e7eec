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
            (l.CancelledAt == null && l.State < PurchaseLineState.NotAvailable || l.Received > Quantity.Zero)
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

    /// <summary>Units that still come for lines on purchase orders, by line.</summary>
    /// <param name="db">The shop.</param>
    /// <param name="lineIds">The lines.</param>
    internal static async Task<IReadOnlyDictionary<long, Quantity>> ComingAsync(this ShopDb db, IReadOnlyCollection<long> lineIds)
    {
        var rows = await db.AwaitedParts()
            .Where(l => l.LineId != null && lineIds.Contains(l.LineId.Value))
            .Select(l => new
            {
                LineId = l.LineId!.Value,
                l.Quantity,
                l.Received,
            })
            .ToListAsync();
        return rows.GroupBy(r => r.LineId)
            .ToDictionary(g => g.Key, g => g.Aggregate(Quantity.Zero, (sum, r) => sum + r.Quantity - r.Received));
    }

    /// <summary>
    /// Keys of open orders, the few from which what they need is read: asked in one for approved jobs of open orders, the database would go
    /// through all jobs that were ever approved.
    /// </summary>
    internal static Task<List<long>> OpenOrderIdsAsync(this ShopDb db) =>
        db.Orders.Where(o => o.State == OrderState.Open).Select(o => o.Id).ToListAsync();

    private static readonly Func<Job, bool> IsOfJob = PartNeed.OfJob.Compile();

    /// <summary>Parts that approved work of open orders waits for and nobody ordered, the earliest promised first.</summary>
    /// <param name="db">The shop.</param>
    /// <param name="lineIds">Only these lines; null for all.</param>
    internal static async Task<List<NeededPart>> NeededPartsAsync(this ShopDb db, IReadOnlyCollection<long>? lineIds = null)
    {
        var asked = db.Lines.OfType<PartLine>().Where(PartNeed.OfLine);
        if (lineIds is not null)
            asked = asked.Where(l => lineIds.Contains(l.Id));
        var openIds = await db.OpenOrderIdsAsync();
        var there = await (
            from order in db.Orders.Where(o => openIds.Contains(o.Id))
            join job in db.Jobs.Where(j => j.RemovedAt == null) on order.Id equals job.OrderId
            join line in asked on job.Id equals line.JobId
            orderby order.PromisedAt == null, order.PromisedAt, order.Id, line.Id
            select new NeededPart
            {
                Line = line,
                Job = job,
                Order = order,
            }
        ).ToListAsync();
        var open = there.FindAll(n => IsOfJob(n.Job));
        var coming = await db.ComingAsync(open.ConvertAll(n => n.Line.Id));
        foreach (var needed in open)
            needed.Missing = PartNeed.Missing(needed.Line, coming.GetValueOrDefault(needed.Line.Id));
        return open.FindAll(n => n.Missing > Quantity.Zero);
    }
}
