using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Inventory;
using Yardstick.Core.Reports;
using Yardstick.Core.Setup;
using Yardstick.Data;

namespace Yardstick.Server.Reports;

/// <summary>Measures of stock: its value, how often it turns, what lies idle.</summary>
internal static class StockReading
{
    /// <summary>Value at the end of a day.</summary>
    internal static async Task<decimal> StockValueAsync(this ShopDb db, Shop shop, LocalDate day)
    {
        var end = shop.Utc(day.PlusDays(1).AtMidnight());
        return await db.StockMovements.Where(m => m.At < end).SumAsync(m => m.ValueChange.Cents) / 100m;
    }

    /// <summary>Twelve months' cost of parts sold from stock against the mean of the 13 month ends; the month of the day is the last.</summary>
    internal static async Task<MeasureValue> StockTurnsAsync(this ShopDb db, Shop shop, LocalDate day)
    {
        var ends = MeasureRules.MonthEnds(day);
        var values = new List<decimal> { await db.StockValueAsync(shop, ends[0]) };
        foreach (var (before, last) in ends.Zip(ends.Skip(1)))
        {
            var (from, until) = (shop.Utc(before.PlusDays(1).AtMidnight()), shop.Utc(last.PlusDays(1).AtMidnight()));
            values.Add(
                values[^1] + await db.StockMovements.Where(m => m.At >= from && m.At < until).SumAsync(m => m.ValueChange.Cents) / 100m
            );
        }
        var (begin, end) = (shop.Utc(ends[0].PlusDays(1).AtMidnight()), shop.Utc(day.PlusDays(1).AtMidnight()));
        var moved = await db
            .StockMovements.Where(m => m.At >= begin && m.At < end)
            .GroupBy(m => m.Kind)
            .Select(g => new { g.Key, Cents = g.Sum(m => m.ValueChange.Cents) })
            .ToListAsync();
        var sold = -moved.Where(m => m.Key is StockMovementKind.Issue).Sum(m => m.Cents) / 100m;
        return MeasureRules.Turns(sold, values);
    }

    /// <summary>Parts on hand of which nothing was issued for twelve months.</summary>
    internal static async Task<List<MeasureRow>> IdleStockAsync(this ShopDb db, Shop shop, LocalDate today)
    {
        var since = shop.Utc(today.PlusMonths(-12).AtMidnight());
        var moved = (
            await db
                .StockMovements.Where(m => m.At >= since && m.PartId != null)
                .GroupBy(m => new { m.PartId, m.Kind })
                .Select(g => g.Key)
                .ToListAsync()
        )
            .Where(m => m.Kind == StockMovementKind.Issue)
            .Select(m => m.PartId!.Value)
            .ToHashSet();
        var parts = await db.Parts.AsNoTracking().Where(p => p.Id > 0).ToListAsync();
        return
        [
            .. parts
                .Where(p => p.OnHand.Value > 0 && !moved.Contains(p.Id))
                .Select(p => new MeasureRow(
                    today,
                    $"{p.Number} {p.Description}",
                    "",
                    Invariant($"{p.OnHand.Value:0.###} on hand, {p.Bin}"),
                    $"/parts/stock/{p.Id}",
                    new MeasureValue(Stock.ValueOf(p).Amount)
                ))
                .OrderByDescending(r => r.Value.Amount),
        ];
    }
}
