using System.Globalization;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Catalog;
using Yardstick.Core.Inventory;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Inventory;

/// <summary>What the shop has of each part, what is kept and on order, and what it is worth.</summary>
public static class StockList
{
    private const int PageSize = 60;

    /// <summary>Which parts the list shows.</summary>
    public enum StockFilter
    {
        /// <summary>Those that are or were on the shelf, or are watched.</summary>
        Stocked,

        /// <summary>At or below their lowest level.</summary>
        Low,

        /// <summary>Kept for approved work.</summary>
        Reserved,

        /// <summary>Fewer than none: more was sold than was there.</summary>
        Negative,

        /// <summary>Every part of the catalog.</summary>
        All,
    }

    /// <summary>How the list is sorted.</summary>
    public enum StockSort
    {
        /// <summary>By number.</summary>
        Number,

        /// <summary>By description.</summary>
        Description,

        /// <summary>By bin.</summary>
        Bin,

        /// <summary>By what is on hand, the most first.</summary>
        OnHand,
    }

    /// <summary>A part in stock.</summary>
    public sealed record StockRow
    {
        /// <summary>Key of the part.</summary>
        public required long Id { get; init; }

        /// <summary>Number.</summary>
        public required string Number { get; init; }

        /// <summary>What it is.</summary>
        public required string Description { get; init; }

        /// <summary>Category.</summary>
        public required string Category { get; init; }

        /// <summary>Where it lies.</summary>
        public required string Bin { get; init; }

        /// <summary>Unit; empty for pieces.</summary>
        public required string Unit { get; init; }

        /// <summary>On the shelf.</summary>
        public required decimal OnHand { get; init; }

        /// <summary>Kept for approved work.</summary>
        public required decimal Reserved { get; init; }

        /// <summary>On hand and not kept for anyone.</summary>
        public required decimal Free { get; init; }

        /// <summary>On order for stock.</summary>
        public required decimal OnOrder { get; init; }

        /// <summary>Reorder at or below this.</summary>
        public required decimal LowestLevel { get; init; }

        /// <summary>Fill up to this.</summary>
        public required decimal FillLevel { get; init; }

        /// <summary>Average cost each.</summary>
        public required decimal AverageCost { get; init; }

        /// <summary>Cost at the last receipt, each.</summary>
        public required decimal LastCost { get; init; }

        /// <summary>What is on hand at the average.</summary>
        public required decimal Value { get; init; }

        /// <summary>Its stock is low: it is among what is proposed to be reordered.</summary>
        public required bool Low { get; init; }

        /// <summary>Not offered any more.</summary>
        public required bool Withdrawn { get; init; }
    }

    /// <summary>A page of the list.</summary>
    /// <param name="Parts">The parts.</param>
    /// <param name="More">What the next page begins after; null where this is the last.</param>
    public sealed record StockPage(IReadOnlyList<StockRow> Parts, string? More);

    /// <summary>What all stock is worth.</summary>
    /// <param name="Day">At the end of which day.</param>
    /// <param name="Value">At average cost.</param>
    /// <param name="Low">Parts whose stock is low now.</param>
    public sealed record StockWorth(LocalDate Day, decimal Value, int Low);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/stock", ListAsync).Asks(Permission.SeeParts).Produces<StockPage>();
        api.MapGet("/stock/value", WorthAsync).Asks(Permission.SeeParts).Produces<StockWorth>().ProducesProblem(422);
    }

    private static async Task<IResult> ListAsync(
        ShopDb db,
        string? text,
        string? after,
        StockFilter filter = StockFilter.Stocked,
        StockSort sort = StockSort.Number
    )
    {
        var parts = Chosen(db, filter);
        foreach (var word in (text ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries).Take(6))
        {
            var pattern = LikePattern.Containing(word);
            parts = parts.Where(p =>
                EF.Functions.Like(p.Number, pattern, "\\")
                || EF.Functions.Like(p.Description, pattern, "\\")
                || EF.Functions.Like(p.Category, pattern, "\\")
                || EF.Functions.Like(p.Brand, pattern, "\\")
                || EF.Functions.Like(p.Bin, pattern, "\\")
            );
        }
        var rows = await Sorted(parts.AsNoTracking(), sort, after).Take(PageSize + 1).ToListAsync();
        var page = rows.Take(PageSize).ToList();
        var onOrder = await db.OnOrderForStockAsync(page.ConvertAll(p => p.Id));
        return Results.Ok(
            new StockPage(
                page.ConvertAll(p => RowOf(p, onOrder.GetValueOrDefault(p.Id))),
                rows.Count > PageSize ? KeyOf(page[^1], sort) : null
            )
        );
    }

    private static IQueryable<Part> Chosen(ShopDb db, StockFilter filter) =>
        filter switch
        {
            StockFilter.All => db.Parts,
            StockFilter.Low => db.Parts.Where(Reorder.IsWatched).Where(p => p.OnHand - p.Reserved <= p.LowestLevel),
            StockFilter.Reserved => db.Parts.Where(p => p.Reserved > Quantity.Zero),
            StockFilter.Negative => db.Parts.Where(p => p.OnHand < Quantity.Zero),
            _ => db.Parts.Where(p => p.OnHand != Quantity.Zero || p.FillLevel > Quantity.Zero || p.Reserved > Quantity.Zero),
        };

    private static IQueryable<Part> Sorted(IQueryable<Part> parts, StockSort sort, string? after)
    {
        var (key, id) = Split(after);
        switch (sort)
        {
            case StockSort.Description:
                parts = key is null ? parts : parts.Where(p => p.Description.CompareTo(key) > 0 || p.Description == key && p.Id > id);
                return parts.OrderBy(p => p.Description).ThenBy(p => p.Id);
            case StockSort.Bin:
                parts = key is null ? parts : parts.Where(p => p.Bin.CompareTo(key) > 0 || p.Bin == key && p.Id > id);
                return parts.OrderBy(p => p.Bin).ThenBy(p => p.Id);
            case StockSort.OnHand:
                if (key is not null && decimal.TryParse(key, CultureInfo.InvariantCulture, out var units))
                {
                    var last = new Quantity(units);
                    parts = parts.Where(p => p.OnHand < last || p.OnHand == last && p.Id > id);
                }
                return parts.OrderByDescending(p => p.OnHand).ThenBy(p => p.Id);
            default:
                parts = key is null ? parts : parts.Where(p => p.Number.CompareTo(key) > 0 || p.Number == key && p.Id > id);
                return parts.OrderBy(p => p.Number).ThenBy(p => p.Id);
        }
    }

    private static string KeyOf(Part part, StockSort sort)
    {
        var key = sort switch
        {
            StockSort.Description => part.Description,
            StockSort.Bin => part.Bin,
            StockSort.OnHand => part.OnHand.ToString(),
            _ => part.Number,
        };
        return string.Create(CultureInfo.InvariantCulture, $"{part.Id}|{key}");
    }

    private static (string? Key, long Id) Split(string? after)
    {
        var at = (after ?? "").IndexOf('|', StringComparison.Ordinal);
        return at > 0 && long.TryParse(after.AsSpan(0, at), CultureInfo.InvariantCulture, out var id)
            ? (after![(at + 1)..], id)
            : (null, 0);
    }

    internal static StockRow RowOf(Part part, Quantity onOrder) =>
        new()
        {
            Id = part.Id,
            Number = part.Number,
            Description = part.Description,
            Category = part.Category,
            Bin = part.Bin,
            Unit = part.Unit,
            OnHand = part.OnHand.Value,
            Reserved = part.Reserved.Value,
            Free = part.Free.Value,
            OnOrder = onOrder.Value,
            LowestLevel = part.LowestLevel.Value,
            FillLevel = part.FillLevel.Value,
            AverageCost = part.AverageCost.Value,
            LastCost = part.UnitCost.Value,
            Value = Stock.ValueOf(part).Amount,
            Low = Reorder.Of(part, onOrder) > Quantity.Zero,
            Withdrawn = part.WithdrawnAt is not null,
        };

    private static async Task<IResult> WorthAsync(ShopDb db, TimeProvider time, string? day)
    {
        var shop = await db.Shops.SingleAsync();
        var today = shop.Local(time.Now()).Date;
        var on = string.IsNullOrEmpty(day) ? today : DateTimeInput.Day(day, shop.Local(time.Now()), "day");
        if (on.Problem is { } unreadable)
            return Problems.Of(unreadable);
        var end = shop.Utc(on.Value.PlusDays(1).AtMidnight());
        var cents = await db.StockMovements.Where(m => m.At < end).SumAsync(m => m.ValueChange.Cents);
        var low = await Chosen(db, StockFilter.Low).ToListAsync();
        var onOrder = await db.OnOrderForStockAsync(low.ConvertAll(p => p.Id));
        return Results.Ok(
            new StockWorth(
                on.Value,
                new Money(cents).Amount,
                low.Count(p => Reorder.Of(p, onOrder.GetValueOrDefault(p.Id)) > Quantity.Zero)
            )
        );
    }
}
