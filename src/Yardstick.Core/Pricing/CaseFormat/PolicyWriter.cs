using System.Text.Json;

namespace Yardstick.Core.Pricing;

/// <summary>Writes policies as JSON in the shapes that <see cref="PolicyReader"/> reads.</summary>
public static class PolicyWriter
{
    /// <summary>Writes a policy.</summary>
    public static void Write(Utf8JsonWriter json, PricingPolicy policy)
    {
        json.WriteStartObject();
        WriteFields(json, policy);
        json.WriteEndObject();
    }

    /// <summary>Writes a policy's fields into an object that is open already.</summary>
    internal static void WriteFields(Utf8JsonWriter json, PricingPolicy policy)
    {
        json.WriteString("currency", policy.Currency);
        json.WriteBoolean("pricesIncludeTax", policy.PricesIncludeTax);
        json.WriteStartObject("laborRates");
        foreach (var (name, rate) in policy.LaborRates)
            json.WriteNumber(name, rate);
        json.WriteEndObject();
        json.WriteNumber("laborCostPerHour", policy.LaborCostPerHour);
        json.WriteStartObject("markupBands");
        foreach (var (name, bands) in policy.MarkupBands)
            Bands(json, name, bands);
        json.WriteEndObject();
        json.WriteStartObject("categories");
        foreach (var (name, bands) in policy.Categories)
        {
            json.WriteStartObject(name);
            if (bands is not null)
                json.WriteString("bands", bands);
            json.WriteEndObject();
        }
        json.WriteEndObject();
        if (policy.PriceEnding != PriceEnding.None)
        {
            json.WriteStartObject("priceEnding");
            CaseWriter.Number(json, "roundUpTo", policy.PriceEnding.RoundUpTo);
            CaseWriter.Number(json, "endWith", policy.PriceEnding.EndWith);
            json.WriteEndObject();
        }
        json.WriteBoolean("capAtList", policy.CapAtList);
        json.WriteStartArray("companions");
        foreach (var rule in policy.Companions)
            Companion(json, rule);
        json.WriteEndArray();
        json.WriteStartArray("orderFees");
        foreach (var fee in policy.OrderFees)
            Fee(json, fee);
        json.WriteEndArray();
        if (policy.Supplies is { } supplies)
            Supplies(json, supplies);
        json.WriteStartArray("taxes");
        foreach (var tax in policy.Taxes)
            Tax(json, tax);
        json.WriteEndArray();
        if (policy.Overrun is { } overrun)
            Overrun(json, overrun);
    }

    private static void Bands(Utf8JsonWriter json, string name, IReadOnlyList<MarkupBand> bands)
    {
        json.WriteStartArray(name);
        foreach (var band in bands)
        {
            json.WriteStartObject();
            CaseWriter.Number(json, "upTo", band.UpTo);
            json.WriteNumber("multiplier", band.Multiplier);
            json.WriteEndObject();
        }
        json.WriteEndArray();
    }

    internal static void Companion(Utf8JsonWriter json, CompanionRule rule)
    {
        json.WriteStartObject();
        json.WriteString("code", rule.Code);
        if (rule.Label is { } label)
            json.WriteString("label", label);
        json.WriteString("category", rule.Category);
        json.WriteString("kind", rule.Kind.ToString().ToLowerInvariant());
        json.WriteNumber("amountPerUnit", rule.AmountPerUnit);
        json.WriteNumber("hoursPerUnit", rule.HoursPerUnit);
        json.WriteNumber("costPerUnit", rule.CostPerUnit);
        json.WriteBoolean("taxable", rule.Taxable);
        json.WriteBoolean("passThrough", rule.PassThrough);
        json.WriteEndObject();
    }

    private static void Fee(Utf8JsonWriter json, OrderFee fee)
    {
        json.WriteStartObject();
        json.WriteString("code", fee.Code);
        json.WriteNumber("amount", fee.Amount);
        json.WriteNumber("costEach", fee.CostEach);
        json.WriteBoolean("taxable", fee.Taxable);
        json.WriteBoolean("passThrough", fee.PassThrough);
        if (fee.Category is { } category)
            json.WriteString("category", category);
        json.WriteEndObject();
    }

    private static void Supplies(Utf8JsonWriter json, SuppliesRule rule)
    {
        json.WriteStartObject("supplies");
        json.WriteNumber("percent", rule.Percent);
        json.WriteString(
            "base",
            rule.Base switch
            {
                SuppliesBase.Labor => "labor",
                SuppliesBase.Parts => "parts",
                _ => "laborAndParts",
            }
        );
        CaseWriter.Number(json, "minimum", rule.Minimum);
        CaseWriter.Number(json, "maximum", rule.Maximum);
        json.WriteBoolean("taxable", rule.Taxable);
        json.WriteNumber("costPercent", rule.CostPercent);
        json.WriteEndObject();
    }

    private static void Tax(Utf8JsonWriter json, TaxRule tax)
    {
        json.WriteStartObject();
        json.WriteString("code", tax.Code);
        json.WriteNumber("percent", tax.Percent);
        json.WriteStartArray("on");
        foreach (var kind in tax.On)
            json.WriteStringValue(kind.ToString().ToLowerInvariant());
        json.WriteEndArray();
        json.WriteEndObject();
    }

    private static void Overrun(Utf8JsonWriter json, OverrunRule overrun)
    {
        json.WriteStartObject("overrun");
        CaseWriter.Number(json, "percent", overrun.Percent);
        CaseWriter.Number(json, "amount", overrun.Amount);
        json.WriteString("take", overrun.TakeGreater ? "greater" : "smaller");
        json.WriteEndObject();
    }
}
