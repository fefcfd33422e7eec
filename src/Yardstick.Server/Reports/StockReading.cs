using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Inventory;
using Yardstick.Core.Reports;
using Yardstick.Core.Setup;
using Yardstick.Data;

namespace Yardstick.Server.Reports;

/// <summary>Measures of stock: its value, how often it turns, what lies idle.</summary>
internal sealed class StockReading(ShopDb db, Shop shop, LocalDate today, MeasureMemory memory)
{
    /// <summary>No movement is older.</summary>
    private static readonly LocalDate Beginning = new(2000, 1, 1);

    /// <summary>Value at the end of a day.</summary>
    internal Task<decimal> ValueAsync(LocalDate day) => ChangeAsync(Beginning, day);

    /// <summary>Twelve months' cost of parts sold from stock against the mean of the 13 month ends; the month of the day is the last.</summary>
    internal async Task<MeasureValue> TurnsAsync(LocalDate day)
    {
        var ends = MeasureRules.MonthEnds(day);
        var values = new List<decimal> { await ValueAsync(ends[0]) };
        foreach (var (before, last) in ends.Zip(ends.Skip(1)))
            values.Add(values[^1] + await ChangeAsync(before.PlusDays(1), last));
        var sold = await KeptAsync("stock issued", ends[0].PlusDays(1), day, movements =>
            movements.Where(m => m.Kind == StockMovementKind.Issue)
        );
        return MeasureRules.Turns(-sold, values);
    }

    /// <summary>By how much its value changed from a day to another, both included.</summary>
    private Task<decimal> ChangeAsync(LocalDate from, LocalDate until) => KeptAsync("stock", from, until, movements => movements);

    private Task<decimal> KeptAsync(
        string what,
        LocalDate from,
        LocalDate until,
        Func<IQueryable<StockMovement>, IQueryable<StockMovement>> which
    ) =>
        memory.OfAsync(
            what,
            new ReportPeriod(from, until, "", until),
            MeasureFilter.Everything,
            today,
            async period =>
            {
                var (begin, end) = shop.Moments(period);
                return await which(db.StockMovements.Where(m => m.At >= begin && m.At < end)).SumAsync(m => m.ValueChange.Cents) / 100m;
            },
            (past, rest) => past + rest
        );

    /// <summary>Parts on hand of which nothing was issued for twelve months.</summary>
    internal async Task<List<MeasureRow>> IdleAsync()
    {
        var since = shop.Utc(today.PlusMonths(-12).AtMidnight());
        var parts = await db
            .Parts.AsNoTracking()
            .Where(p => p.Id > 0)
            .Where(p => !db.StockMovements.Any(m => m.PartId == p.Id && m.Kind == StockMovementKind.Issue && m.At >= since))
            .ToListAsync();
        return
        [
            .. parts
                .Where(p => p.OnHand.Value > 0)
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
