using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Orders;
using Yardstick.Core.Parts;
using Yardstick.Core.Setup;
using Yardstick.Data;
using Yardstick.Server.Outside;

namespace Yardstick.Server.Orders;

/// <summary>Finds the part for what work needs: from stock where the facts name one that lies there, otherwise a line to be sourced.</summary>
internal sealed class PartFinder(ShopDb db, CarFacts? facts)
{
    private static readonly Dictionary<string, string> Fluids = new()
    {
        ["engine-oil"] = "oil",
        ["coolant"] = "coolant",
        ["brake-fluid"] = "fluid",
        ["transmission-fluid"] = "fluid",
        ["refrigerant"] = "ac",
    };

    /// <summary>A line for a type of part.</summary>
    internal async Task<Line> LineAsync(string type, decimal quantity, StockCost cost, string factKey = "")
    {
        var line = new Line { Kind = LineKind.Part, Quantity = quantity, PartType = type, FactKey = factKey };
        var wear = facts?.Wear.FirstOrDefault(w => w.Type == type);
        if (await StockAsync(type, wear) is { } part)
        {
            line.TakePart(part, cost);
            (line.PartType, line.MakersNumber) = (type, wear?.Number ?? "");
        }
        else (line.Description, line.MakersNumber) = (wear?.Title ?? Words(type), wear?.Number ?? "");
        if (factKey.Length > 0 && facts?.QuantityFor(line) is { } known) line.Quantity = known;
        else if (factKey == "cylinders" && facts?.Facts.FirstOrDefault(f => f.Key == factKey)?.Value is { } cylinders && decimal.TryParse(cylinders, out var count)) line.Quantity = count;
        return line;
    }

    private async Task<Part?> StockAsync(string type, WearPart? wear)
    {
        if (wear is not null)
        {
            var numbers = wear.Equivalents.Append(wear.Number).ToList();
            return await db.Parts.Include(p => p.Companions).Where(p => numbers.Contains(p.Number) && p.WithdrawnAt == null).OrderByDescending(p => p.OnHand - p.Reserved).FirstOrDefaultAsync();
        }
        if (!Fluids.TryGetValue(type, out var category)) return null;
        var words = type == "engine-oil" ? facts?.Facts.FirstOrDefault(f => f.Key == "oilGrade")?.Value ?? "" : type.Split('-')[0];
        return await db.Parts.Include(p => p.Companions).Where(p => p.Category == category && p.WithdrawnAt == null && EF.Functions.Like(p.Description, $"%{words}%")).OrderByDescending(p => p.OnHand - p.Reserved).FirstOrDefaultAsync();
    }

    private static string Words(string type) => char.ToUpperInvariant(type[0]) + type[1..].Replace('-', ' ');

    /// <summary>A fact as a line: a fluid or a wearing part with its quantity, anything else as words for the technician.</summary>
    internal async Task<Result<Line>> FactLineAsync(string key, FactAnswer answer, bool metricFirst, StockCost cost)
    {
        var type = key switch { "engineOil" or "engineOilDry" => "engine-oil", "coolant" or "coolantDrain" => "coolant", "transmissionFluid" => "transmission-fluid", "brakeFluidAmount" => "brake-fluid", "refrigerant" => "refrigerant", _ => null };
        if (answer.Wear.FirstOrDefault(w => w.Type == key) is { } wear)
        {
            var part = await LineAsync(key, 1, cost);
            if (part.Description.Length == 0) part.Description = wear.Title;
            part.Origin = "fact";
            return part;
        }
        if (answer.Resets.FirstOrDefault(r => r.Key == key) is { } reset) return new Line { Kind = LineKind.Text, Description = $"{reset.Title}: {reset.Steps}", Origin = "fact" };
        if (answer.Facts.FirstOrDefault(f => f.Key == key) is not { } fact) return new Problem("fact.gone", "The facts have nothing of this name for this car.");
        if (type is not null)
        {
            var fluid = await LineAsync(type, 1, cost, key);
            fluid.Origin = "fact";
            return fluid;
        }
        var text = string.Join(", ", new[] { $"{fact.Title} {fact.Shown(metricFirst)}", fact.Condition }.Where(t => t.Length > 0));
        return new Line { Kind = LineKind.Text, Description = fact.Caution.Length > 0 ? $"{text}. {fact.Caution}" : text, Origin = "fact" };
    }

    /// <summary>A supplier's part in the catalog: one that the shop has never had joins it, with its category; of one that it has, the cost is renewed where none is on the shelf.</summary>
    internal static async Task<Part> CatalogPartAsync(ShopDb db, SupplierOffer offer, long supplierId, DateTime utcNow)
    {
        var part = await db.Parts.FirstOrDefaultAsync(p => p.Number == offer.Number);
        if (part is null)
        {
            part = new Part { Number = offer.Number, Description = offer.Description, Category = offer.Category, UnitCost = offer.UnitCost, AverageCost = offer.UnitCost, SupplierId = supplierId, Unit = UnitOf(offer.Description) };
            db.Parts.Add(part);
        }
        else if (part.OnHand <= 0) (part.UnitCost, part.AverageCost) = (offer.UnitCost, offer.UnitCost);
        (part.ListPrice, part.CoreEach, part.Brand, part.Condition, part.CostAt) = (offer.ListPrice, offer.CoreEach, offer.Brand, offer.Condition, utcNow);
        if (part.Equivalents.Length == 0) part.Equivalents = offer.MakersNumber;
        await db.SaveChangesAsync();
        return part;
    }

    private static string UnitOf(string description) => description.Split(' ')[^1] switch { "quart" => "qt", "gallon" => "gal", "pint" => "pt", "pound" => "lb", _ => "" };
}
