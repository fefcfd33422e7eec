using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;
using Yardstick.Data;

namespace Yardstick.Server.Purchasing;

/// <summary>Asks the database what went back of what came.</summary>
internal static class ReturnQueries
{
    /// <summary>Lines of returns that were not called off, but those for cores.</summary>
    private static IQueryable<PartReturnLine> GoneBack(this ShopDb db) =>
        db.PartReturnLines.Where(l =>
            l.Reason != PartReturnReason.Core && db.PartReturns.Any(r => r.Id == l.PartReturnId && r.State != PartReturnState.Dropped)
        );

    /// <summary>Units of a receipt's line that went back, or are about to.</summary>
    /// <param name="db">The shop.</param>
    /// <param name="receiptLineId">The line.</param>
    internal static async Task<Quantity> GoneBackAsync(this ShopDb db, long receiptLineId) =>
        (await db.GoneBack().Where(l => l.ReceiptLineId == receiptLineId).Select(l => l.Quantity).ToListAsync()).Aggregate(
            Quantity.Zero,
            (sum, units) => sum + units
        );

    /// <summary>Units that went back, or are about to, by the line of the receipt.</summary>
    internal static async Task<IReadOnlyDictionary<long, Quantity>> GoneBackAsync(
        this ShopDb db,
        IReadOnlyCollection<long> receiptLineIds
    ) =>
        (await db.GoneBack().Where(l => receiptLineIds.Contains(l.ReceiptLineId)).ToListAsync())
            .GroupBy(l => l.ReceiptLineId)
            .ToDictionary(g => g.Key, g => g.Aggregate(Quantity.Zero, (sum, l) => sum + l.Quantity));
}
