using System.Globalization;

namespace Yardstick.Core.Pricing;

/// <summary>Writes a policy as it would be typed.</summary>
public static class PolicyFormWriter
{
    /// <summary>The form of a policy.</summary>
    public static PolicyForm Of(ShopPolicy policy)
    {
        var pricing = policy.Pricing;
        return new PolicyForm
        {
            PricesIncludeTax = pricing.PricesIncludeTax,
            LaborRates = pricing.LaborRates.Select(r => new RateRow(r.Key, Money(r.Value))).ToList(),
            LaborCostPerHour = Money(pricing.LaborCostPerHour),
            MarkupBands = pricing
                .MarkupBands.Select(t => new BandTable(
                    t.Key,
                    t.Value.Select(b => new BandRow(Money(b.UpTo), Plain(b.Multiplier))).ToList()
                ))
                .ToList(),
            Categories = pricing.Categories.Select(c => new CategoryRow(c.Key, c.Value ?? "")).ToList(),
            Ending =
                pricing.PriceEnding.RoundUpTo is not null ? EndingKind.RoundUpTo
                : pricing.PriceEnding.EndWith is not null ? EndingKind.EndWith
                : EndingKind.None,
            EndingValue = Money(pricing.PriceEnding.RoundUpTo ?? pricing.PriceEnding.EndWith),
            CapAtList = pricing.CapAtList,
            StockCost = policy.StockCost,
            Companions = pricing
                .Companions.Select(c => new CompanionRow(
                    c.Code,
                    c.Label ?? "",
                    c.Category,
                    c.Kind,
                    Money(c.AmountPerUnit),
                    Some(c.HoursPerUnit, Plain),
                    Some(c.CostPerUnit, Money),
                    c.Taxable,
                    c.PassThrough
                ))
                .ToList(),
            OrderFees = pricing
                .OrderFees.Select(f => new FeeRow(
                    f.Code,
                    Money(f.Amount),
                    Some(f.CostEach, Money),
                    f.Taxable,
                    f.PassThrough,
                    f.Category ?? ""
                ))
                .ToList(),
            Supplies = pricing.Supplies is { } supplies ? Of(supplies) : SuppliesRow.None,
            Taxes = pricing.Taxes.Select(t => new TaxRow(t.Code, Plain(t.Percent), t.On)).ToList(),
            Exemptions = policy.Exemptions.Select(e => new ExemptionRow(e.Name, e.All, e.Taxes)).ToList(),
            Overrun = pricing.Overrun is { } overrun
                ? new OverrunRow
                {
                    Percent = Plain(overrun.Percent),
                    Amount = Money(overrun.Amount),
                    TakeGreater = overrun.TakeGreater,
                }
                : OverrunRow.None,
            MarginAim = Plain(policy.MarginAim),
            EffectiveRateAim = Money(policy.EffectiveRateAim),
        };
    }

    private static SuppliesRow Of(SuppliesRule rule) =>
        new()
        {
            Charged = true,
            Percent = Plain(rule.Percent),
            Base = rule.Base,
            Minimum = Money(rule.Minimum),
            Maximum = Money(rule.Maximum),
            Taxable = rule.Taxable,
            CostPercent = Some(rule.CostPercent, Plain),
        };

    private static string Some(decimal value, Func<decimal, string> text) => value == 0 ? "" : text(value);

    private static string Money(decimal? value) => value is { } figure ? Money(figure) : "";

    private static string Money(decimal value) => value.ToString("0.00##", CultureInfo.InvariantCulture);

    private static string Plain(decimal? value) => value is { } figure ? Plain(figure) : "";

    private static string Plain(decimal value) => value.ToString("0.###", CultureInfo.InvariantCulture);
}
