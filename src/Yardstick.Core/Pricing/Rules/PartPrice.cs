using System.Globalization;
using Yardstick.Core.Values;

namespace Yardstick.Core.Pricing;

/// <summary>A part's price by the policy (rules, Part prices, steps 1 to 4).</summary>
public static class PartPrice
{
    /// <summary>The markup table of a category.</summary>
    /// <returns>Null where the policy has neither the category's table nor <c>standard</c>.</returns>
    public static IReadOnlyList<MarkupBand>? BandsOf(PricingPolicy policy, string? category)
    {
        var name = category is not null && policy.Categories.TryGetValue(category, out var bands) && bands is not null ? bands : "standard";
        return policy.MarkupBands.TryGetValue(name, out var table) ? table : null;
    }

    /// <summary>The price of one unit by bands, ending, list cap and the customer's discount.</summary>
    /// <param name="policy">The policy; its bands must hold the category.</param>
    /// <param name="customer">The customer's account.</param>
    /// <param name="line">The part.</param>
    /// <param name="why">Receives the steps when somebody asks.</param>
    public static decimal ByPolicy(PricingPolicy policy, PricingCustomer customer, PartCaseLine line, StepList? why = null)
    {
        var bands = BandsOf(policy, line.Category)
            ?? throw new InvalidOperationException("No markup bands for the category; check the case first.");
        why?.Add("Cost", line.UnitCost, tellsCost: true);
        var price = ByBands(bands, line.UnitCost, why);
        var ended = Ending(policy.PriceEnding, price);
        if (ended != price)
            why?.Add("Price ending", ended);
        price = ended;
        if (policy.CapAtList && line.ListPrice is { } list && price > Rounding.Round(list))
        {
            price = Rounding.Round(list);
            why?.Add("Capped at list price", price);
        }
        if (customer.PartsDiscountPercent != 0)
        {
            price = Rounding.Round(price * (1 - customer.PartsDiscountPercent / 100m));
            why?.Add($"Customer's parts discount {Plain(customer.PartsDiscountPercent)}%", price);
        }
        return price;
    }

    /// <summary>Price by bands: a dearer part never sells for less than the edge below it. Rounded.</summary>
    public static decimal ByBands(IReadOnlyList<MarkupBand> bands, decimal cost, StepList? why = null)
    {
        decimal least = 0,
            from = 0;
        foreach (var band in bands)
        {
            if (band.UpTo is { } edge && cost > edge)
            {
                least = Math.Max(least, edge * band.Multiplier);
                from = edge;
                continue;
            }
            var price = cost * band.Multiplier;
            why?.Add(BandName(from, band), Rounding.Round(price), tellsCost: true);
            if (price < least)
            {
                price = least;
                why?.Add("Raised so it does not sell below a cheaper part", Rounding.Round(price));
            }
            return Rounding.Round(price);
        }
        throw new InvalidOperationException("The last band is not open; check the case first.");
    }

    private static string BandName(decimal from, MarkupBand band) =>
        band.UpTo is { } to
            ? from == 0
                ? $"Markup for cost up to {Plain(to)}: × {Plain(band.Multiplier)}"
                : $"Markup for cost over {Plain(from)} to {Plain(to)}: × {Plain(band.Multiplier)}"
            : from == 0
                ? $"All costs: × {Plain(band.Multiplier)}"
                : $"Markup for cost over {Plain(from)}: × {Plain(band.Multiplier)}";

    private static string Plain(decimal number) => number.ToString("0.####", CultureInfo.InvariantCulture);

    /// <summary>The nearest allowed price not below the given one. Zero stays zero. Rounded.</summary>
    public static decimal Ending(PriceEnding ending, decimal price)
    {
        if (price == 0)
            return 0;
        if (ending.RoundUpTo is { } step)
            return Rounding.Round(decimal.Ceiling(price / step) * step);
        if (ending.EndWith is { } end)
            return Rounding.Round(Math.Max(0, decimal.Ceiling(price - end)) + end);
        return price;
    }
}
