using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Orders;

namespace Yardstick.Server.Inventory;

/// <summary>Asks the database what is on order for stock.</summary>
internal static class StockQueries
{
    /// <summary>Units on order for stock, by part.</summary>
    internal static async Task<IReadOnlyDictionary<long, Quantity>> OnOrderForStockAsync(this ShopDb db, IReadOnlyCollection<long> partIds)
    {
        var rows = await db.AwaitedParts()
            .Where(l => l.LineId == null && l.PartId != null && partIds.Contains(l.PartId.Value))
            .Select(l => new
            {
                PartId = l.PartId!.Value,
                l.Quantity,
                l.Received,
            })
            .ToListAsync();
        return rows.GroupBy(r => r.PartId)
            .ToDictionary(g => g.Key, g => g.Aggregate(Quantity.Zero, (sum, r) => sum + r.Quantity - r.Received));
    }
}
