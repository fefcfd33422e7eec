using System.Text.Json;

namespace Yardstick.Core.Pricing;

/// <summary>Reads a pricing policy from JSON.</summary>
public static class PolicyReader
{
    /// <summary>Reads and checks a policy.</summary>
    /// <exception cref="CaseException">With the path of the first bad value.</exception>
    public static PricingPolicy ReadChecked(JsonElement element)
    {
        PricingPolicy policy;
        try
        {
            policy = Read(element);
        }
        catch (CaseException bad)
        {
            throw bad.Under("policy");
        }
        PricingPolicyValidator.Check(policy);
        return policy;
    }

    internal static PricingPolicy Read(JsonElement element)
    {
        element.Object();
        return new PricingPolicy
        {
            Currency = element.Get("currency", JsonReading.Text) ?? "USD",
            PricesIncludeTax = element.Flag("pricesIncludeTax", false),
            LaborRates = element.Map("laborRates", e => CaseNumber.Read(e, 4)),
            LaborCostPerHour = element.Number("laborCostPerHour", 4) ?? 0,
            MarkupBands = element.Map("markupBands", e => e.Items(Band)),
            Categories = element.Map("categories", Category, nonEmptyKeys: true),
            PriceEnding = element.Get("priceEnding", Ending) ?? PriceEnding.None,
            CapAtList = element.Flag("capAtList", false),
            Companions = element.List("companions", Companion),
            OrderFees = element.List("orderFees", Fee),
            Supplies = element.Get("supplies", Supplies),
            Taxes = element.List("taxes", Tax),
            Overrun = element.Get("overrun", Overrun),
        };
    }

    private static MarkupBand Band(JsonElement element)
    {
        element.Object();
        return new MarkupBand(element.Number("upTo", 4), element.NeededNumber("multiplier", 3));
    }

    private static string? Category(JsonElement element)
    {
        element.Object();
        return element.Get("bands", JsonReading.Text);
    }

    private static PriceEnding Ending(JsonElement element)
    {
        if (element.ValueKind == JsonValueKind.String)
            return element.ValueEquals("none")
                ? PriceEnding.None
                : throw new CaseException("", "It has to be \"none\", roundUpTo or endWith.");
        element.Object();
        var ending = new PriceEnding { RoundUpTo = element.Number("roundUpTo", 4), EndWith = element.Number("endWith", 4) };
        if (ending.RoundUpTo is null == ending.EndWith is null)
            throw new CaseException("", "It needs exactly one of roundUpTo and endWith.");
        return ending;
    }

    internal static CompanionRule Companion(JsonElement element)
    {
        element.Object();
        return new CompanionRule
        {
            Code = element.Needed("code", JsonReading.NonEmpty),
            Label = element.Get("label", JsonReading.Text),
            Category = element.Needed("category", JsonReading.NonEmpty),
            Kind = element.Needed("kind", JsonReading.Text) switch
            {
                "labor" => AmountKind.Labor,
                "part" => AmountKind.Part,
                "fee" => AmountKind.Fee,
                var other => throw new CaseException("kind", $"\"{other}\" is not a kind of companion: labor, part or fee."),
            },
            AmountPerUnit = element.NeededNumber("amountPerUnit", 4),
            HoursPerUnit = element.Number("hoursPerUnit", 2) ?? 0,
            CostPerUnit = element.Number("costPerUnit", 4) ?? 0,
            Taxable = element.Flag("taxable", true),
            PassThrough = element.Flag("passThrough", false),
        };
    }

    private static OrderFee Fee(JsonElement element)
    {
        element.Object();
        return new OrderFee
        {
            Code = element.Needed("code", JsonReading.NonEmpty),
            Amount = element.NeededNumber("amount", 4),
            CostEach = element.Number("costEach", 4) ?? 0,
            Taxable = element.Flag("taxable", true),
            PassThrough = element.Flag("passThrough", false),
            Category = element.Get("category", JsonReading.NonEmpty),
        };
    }

    private static SuppliesRule Supplies(JsonElement element)
    {
        element.Object();
        return new SuppliesRule
        {
            Percent = element.NeededNumber("percent", 3),
            Base = element.Choice(
                "base",
                SuppliesBase.Labor,
                ("labor", SuppliesBase.Labor),
                ("parts", SuppliesBase.Parts),
                ("laborAndParts", SuppliesBase.LaborAndParts)
            ),
            Minimum = element.Number("minimum", 2),
            Maximum = element.Number("maximum", 2),
            Taxable = element.Flag("taxable", true),
            CostPercent = element.Number("costPercent", 3) ?? 0,
        };
    }

    private static TaxRule Tax(JsonElement element)
    {
        element.Object();
        return new TaxRule(element.Needed("code", JsonReading.NonEmpty), element.NeededNumber("percent", 3), element.List("on", On));
    }

    private static AmountKind On(JsonElement element) =>
        JsonReading.Text(element) switch
        {
            "labor" => AmountKind.Labor,
            "part" => AmountKind.Part,
            "core" => AmountKind.Core,
            "sublet" => AmountKind.Sublet,
            "fee" => AmountKind.Fee,
            "supplies" => AmountKind.Supplies,
            var other => throw new CaseException("", $"\"{other}\" can't be taxed."),
        };

    private static OverrunRule Overrun(JsonElement element)
    {
        element.Object();
        return new OverrunRule
        {
            Percent = element.Number("percent", 3),
            Amount = element.Number("amount", 2),
            TakeGreater = element.Choice("take", false, ("smaller", false), ("greater", true)),
        };
    }
}
