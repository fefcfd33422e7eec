using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Inventory;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Inventory;

/// <summary>What to reorder for the shelf, by supplier, in whole packs.</summary>
public static class ReorderList
{
    /// <summary>A part to reorder.</summary>
    /// <param name="Part">The part.</param>
    /// <param name="Quantity">Units: the fewest whole packs that reach the fill level.</param>
    /// <param name="PackSize">Units in a pack.</param>
    /// <param name="SupplierId">Its usual supplier; 0 for none.</param>
    public sealed record ReorderRow(StockList.StockRow Part, decimal Quantity, decimal PackSize, long SupplierId);

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet("/stock/reorder", HandleAsync).Asks(Permission.SeeParts).Produces<IReadOnlyList<ReorderRow>>();

    private static async Task<IResult> HandleAsync(ShopDb db)
    {
        var watched = await db
            .Parts.Where(Reorder.IsWatched)
            .Where(p => p.OnHand - p.Reserved <= p.LowestLevel)
            .OrderBy(p => p.Number)
            .ToListAsync();
        var onOrder = await db.OnOrderForStockAsync(watched.ConvertAll(p => p.Id));
        return Results.Ok(
            watched
                .Select(p => (Part: p, Units: Reorder.Of(p, onOrder.GetValueOrDefault(p.Id))))
                .Where(x => x.Units > Quantity.Zero)
                .Select(x => new ReorderRow(
                    StockList.RowOf(x.Part, onOrder.GetValueOrDefault(x.Part.Id)),
                    x.Units.Value,
                    x.Part.PackSize.Value,
                    x.Part.SupplierId ?? 0
                ))
                .ToList()
        );
    }
}
