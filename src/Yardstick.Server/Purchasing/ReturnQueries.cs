using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Inventory;
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

    /// <summary>
    /// What came for lines of orders and was put to stock when it was credited, less what went back from there: which part, and how much.
    /// </summary>
    internal static async Task<IReadOnlyDictionary<long, (long PartId, Quantity Units)>> ShelvedAsync(
        this ShopDb db,
        IReadOnlyCollection<ReceiptLine> came
    )
    {
        var orderIds = came.Select(l => l.OrderId).OfType<long>().Distinct().ToList();
        var lineIds = came.Select(l => l.LineId).OfType<long>().ToList();
        var shelved = await db
            .StockMovements.Where(m =>
                m.Document == MovementDocument.Order && m.DocumentId != null && orderIds.Contains(m.DocumentId.Value)
            )
            .Where(m => m.Kind == StockMovementKind.Return && m.PartId != null && m.LineId != null && lineIds.Contains(m.LineId.Value))
            .Select(m => new
            {
                LineId = m.LineId!.Value,
                PartId = m.PartId!.Value,
                m.Quantity,
            })
            .ToListAsync();
        if (shelved.Count == 0)
            return new Dictionary<long, (long, Quantity)>();
        var receipts = await db
            .ReceiptLines.Where(l => l.OrderId != null && orderIds.Contains(l.OrderId.Value))
            .Where(l => l.LineId != null && lineIds.Contains(l.LineId.Value))
            .Select(l => new { l.Id, LineId = l.LineId!.Value })
            .ToDictionaryAsync(l => l.Id, l => l.LineId);
        var gone = await db.GoneBack().Where(l => l.FromStock && receipts.Keys.Contains(l.ReceiptLineId)).ToListAsync();
        return shelved
            .GroupBy(m => m.LineId)
            .ToDictionary(
                g => g.Key,
                g =>
                    (
                        g.First().PartId,
                        gone.Where(l => receipts[l.ReceiptLineId] == g.Key)
                            .Aggregate(g.Aggregate(Quantity.Zero, (sum, m) => sum + m.Quantity), (sum, l) => sum - l.Quantity)
                    )
            );
    }

    /// <summary>Units that went back, or are about to, by the line of the receipt.</summary>
    internal static async Task<IReadOnlyDictionary<long, Quantity>> GoneBackAsync(
        this ShopDb db,
        IReadOnlyCollection<long> receiptLineIds
    ) =>
        (await db.GoneBack().Where(l => receiptLineIds.Contains(l.ReceiptLineId)).ToListAsync())
            .GroupBy(l => l.ReceiptLineId)
            .ToDictionary(g => g.Key, g => g.Aggregate(Quantity.Zero, (sum, l) => sum + l.Quantity));
}
