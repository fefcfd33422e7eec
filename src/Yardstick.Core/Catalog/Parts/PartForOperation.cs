using System.Globalization;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Catalog;

/// <summary>Lines for the parts and fluids that work needs, and for facts that are taken onto an order.</summary>
public static class PartForOperation
{
    /// <summary>A line for a type of part: from stock where one fits, else to be sourced.</summary>
    /// <param name="type">What it is in the words of the catalogs.</param>
    /// <param name="quantity">How much where no fact tells it.</param>
    /// <param name="facts">What is known of the car; null for nothing.</param>
    /// <param name="fitting">The part of the catalog that fits; null for none.</param>
    /// <param name="cost">Which cost of stock counts.</param>
    /// <param name="factKey">The fact that tells the quantity; empty for none.</param>
    public static PartLine Of(string type, Quantity quantity, VehicleSpecs? facts, Part? fitting, StockCost cost, string factKey = "")
    {
        var line = new PartLine
        {
            Quantity = quantity,
            PartType = type,
            FactKey = factKey,
        };
        var wear = facts?.Wear.FirstOrDefault(w => w.Type == type);
        if (fitting is not null)
        {
            line.TakePart(fitting, cost);
            line.PartType = type;
        }
        else
            line.Description = wear?.Title ?? char.ToUpperInvariant(type[0]) + type[1..].Replace('-', ' ');
        line.MakersNumber = wear?.Number ?? "";
        if (factKey.Length == 0 || facts is null)
            return line;
        // Plugs are counted by cylinders; what goes in is measured.
        if (factKey == "cylinders")
            line.Quantity = decimal.TryParse(
                facts.Facts.FirstOrDefault(f => f.Key == factKey)?.Value,
                CultureInfo.InvariantCulture,
                out var cylinders
            )
                ? new(cylinders)
                : quantity;
        else if (facts.QuantityFor(line) is { } known)
            line.Quantity = known;
        return line;
    }

    /// <summary>The type of part that a fact is about; null where it is about none.</summary>
    /// <param name="key">Key of the fact, or type of a wearing part.</param>
    /// <param name="facts">What is known of the car.</param>
    public static string? TypeOf(string key, VehicleSpecs facts) =>
        facts.Wear.Any(w => w.Type == key)
            ? key
            : key switch
            {
                "engineOil" or "engineOilDry" => "engine-oil",
                "coolant" or "coolantDrain" => "coolant",
                "transmissionFluid" => "transmission-fluid",
                "brakeFluidAmount" => "brake-fluid",
                "refrigerant" => "refrigerant",
                _ => null,
            };

    /// <summary>A fact in words for the technician.</summary>
    /// <param name="fact">The fact.</param>
    /// <param name="metricFirst">The shop thinks in metric units.</param>
    public static TextLine InWords(SpecValue fact, bool metricFirst)
    {
        var text = string.Join(", ", new[] { $"{fact.Title} {fact.Shown(metricFirst)}", fact.Condition }.Where(t => t.Length > 0));
        return TextLine.Of(fact.Caution.Length > 0 ? $"{text}. {fact.Caution}" : text);
    }
}
