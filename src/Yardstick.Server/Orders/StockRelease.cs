using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Catalog;
using Yardstick.Core.Inventory;
using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;
using Yardstick.Data;

namespace Yardstick.Server.Orders;

/// <summary>Gives stock that became available to the approved work that waits for it.</summary>
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
}
