using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Catalog;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Data;
using Yardstick.Server.Outside;

namespace Yardstick.Server.Catalog;

/// <summary>Looks into the catalog for the part that work needs.</summary>
internal sealed class PartFinder(ShopDb db, VehicleSpecs? facts)
{
    /// <summary>A line for a type of part.</summary>
    internal async Task<PartLine> LineAsync(string type, decimal quantity, StockCost cost, string factKey = "") =>
        PartForOperation.Of(
            type,
            new(quantity),
            facts,
            PartSearch.For(type, facts) is { } search ? search.Best(await CatalogAsync(search)) : null,
            cost,
            factKey
        );

    private Task<List<Part>> CatalogAsync(PartSearch search) =>
        db
            .Parts.Include(p => p.Companions)
            .Where(p => search.Numbers.Contains(p.Number) || search.Category != "" && p.Category == search.Category)
            .ToListAsync();

    /// <summary>A fact as a line: a fluid or a wearing part with its quantity, anything else as words for the technician.</summary>
    internal async Task<Result<Line>> FactLineAsync(string key, FactAnswer answer, bool metricFirst, StockCost cost)
    {
        Line? line =
            PartForOperation.TypeOf(key, answer.Known) is { } type ? await LineAsync(type, 1, cost, type == key ? "" : key)
            : answer.Resets.FirstOrDefault(r => r.Key == key) is { } reset ? TextLine.Of($"{reset.Title}: {reset.Steps}")
            : answer.Facts.FirstOrDefault(f => f.Key == key) is { } fact ? PartForOperation.InWords(fact, metricFirst)
            : null;
        if (line is null)
            return new Problem("fact.gone", "There is no such spec for this vehicle. Search again.");
        return line.From(LineOrigin.Fact);
    }

    /// <summary>
    /// A supplier's part in the catalog: one that the shop has never had joins it; of one that it has, the cost is renewed where none is on
    /// the shelf.
    /// </summary>
    internal static async Task<Part> CatalogPartAsync(ShopDb db, SupplierOffer offer, long supplierId, Instant utcNow)
    {
        var part = await db.Parts.FirstOrDefaultAsync(p => p.Number == offer.Number);
        if (part is null)
            db.Parts.Add(part = Part.Of(offer, supplierId));
        part.Hear(offer, utcNow);
        await db.SaveChangesAsync();
        return part;
    }
}
