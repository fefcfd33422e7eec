using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Catalog;
using Yardstick.Core.Inventory;
using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;
using Yardstick.Data;

namespace Yardstick.Server.Orders;

/// <summary>
/// Gives stock that became available to the approved work that waits for it, and takes back from it what a count did not find.
/// </summary>
internal static class StockRelease
{
    /// <summary>Keeps what is available of parts for the lines that miss it, the earliest promised first.</summary>
    /// <param name="db">The shop.</param>
    /// <param name="parts">Parts of which some became available; those with none are passed over.</param>
    internal static async Task GiveOutAsync(this ShopDb db, IEnumerable<Part> parts)
    {
        var available = parts.Where(p => p.Free > Quantity.Zero).Distinct().ToList();
        if (available.Count == 0)
            return;
        // What was changed in memory counts.
        await db.SaveChangesAsync();
        var ids = available.ConvertAll(p => (long?)p.Id);
        var waiting = await (
            from order in db.Orders
            join job in db.Jobs.Where(PartNeed.OfJob) on order.Id equals job.OrderId
            join line in db.Lines.OfType<PartLine>().Where(PartNeed.OfLine) on job.Id equals line.JobId
            where order.State == OrderState.Open && ids.Contains(line.PartId)
            orderby order.PromisedAt == null, order.PromisedAt, order.Id, line.Id
            select line
        )
            .AsTracking()
            .ToListAsync();
        if (waiting.Count == 0)
            return;
        var coming = await db.ComingAsync(waiting.ConvertAll(l => l.Id));
        foreach (var part in available)
            Reservation.GiveOut(part, waiting.Where(l => l.PartId == part.Id), coming);
        await db.SaveChangesAsync();
    }

    /// <summary>Brings what is kept in line with what was found: less than is kept, or more than nobody has.</summary>
    /// <param name="db">The shop.</param>
    /// <param name="parts">Parts that were counted or corrected.</param>
    internal static async Task FoundAsync(this ShopDb db, IReadOnlyCollection<Part> parts)
    {
        await db.SaveChangesAsync();
        var ids = parts.Where(p => p.Free < Quantity.Zero && p.Reserved > Quantity.Zero).Select(p => (long?)p.Id).ToList();
        if (ids.Count > 0)
        {
            var kept = await (
                from line in db.Lines.OfType<PartLine>()
                join job in db.Jobs on line.JobId equals job.Id
                join order in db.Orders on job.OrderId equals order.Id
                where ids.Contains(line.PartId) && line.ReservedQuantity > Quantity.Zero && order.State == OrderState.Open
                orderby order.PromisedAt == null descending, order.PromisedAt descending, order.Id descending, line.Id descending
                select line
            )
                .AsTracking()
                .ToListAsync();
            foreach (var part in parts.Where(p => ids.Contains(p.Id)))
                Reservation.TakeBack(part, kept.Where(l => l.PartId == part.Id));
            await db.SaveChangesAsync();
        }
        await db.GiveOutAsync(parts);
    }
}
