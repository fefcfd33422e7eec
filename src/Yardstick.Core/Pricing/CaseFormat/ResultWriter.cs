using System.Text.Json;

namespace Yardstick.Core.Pricing;

/// <summary>Writes results as JSON in the shapes of the examples.</summary>
public static class ResultWriter
{
    /// <summary>Writes one result.</summary>
    public static void Write(Utf8JsonWriter json, PricingResult result)
    {
        json.WriteStartObject();
        json.WriteStartArray("jobs");
        foreach (var job in result.Jobs)
        {
            json.WriteStartObject();
            json.WriteString("id", job.Id);
            json.WriteNumber("labor", job.Labor);
            json.WriteNumber("parts", job.Parts);
            json.WriteNumber("sublet", job.Sublet);
            json.WriteNumber("fees", job.Fees);
            json.WriteNumber("core", job.Core);
            json.WriteNumber("discount", job.Discount);
            json.WriteNumber("subtotal", job.Subtotal);
            json.WriteBoolean("included", job.Included);
            json.WriteNumber("addsToTotal", job.AddsToTotal);
            json.WriteEndObject();
        }
        json.WriteEndArray();
        json.WriteNumber("labor", result.Labor);
        json.WriteNumber("parts", result.Parts);
        json.WriteNumber("sublet", result.Sublet);
        json.WriteNumber("fees", result.Fees);
        json.WriteNumber("core", result.Core);
        json.WriteNumber("discounts", result.Discounts);
        json.WriteNumber("supplies", result.Supplies);
        json.WriteNumber("subtotal", result.Subtotal);
        Taxes(json, result.Taxes);
        json.WriteNumber("total", result.Total);
        json.WriteNumber("cost", result.Cost);
        json.WriteNumber("profit", result.Profit);
        Nullable(json, "marginPercent", result.MarginPercent);
        json.WriteNumber("laborHours", result.LaborHours);
        Nullable(json, "effectiveLaborRate", result.EffectiveLaborRate);
        json.WriteNumber("paid", result.Paid);
        json.WriteNumber("adjusted", result.Adjusted);
        json.WriteNumber("balance", result.Balance);
        if (result.Consent is { } consent)
        {
            json.WriteStartObject("consent");
            json.WriteNumber("authorized", consent.Authorized);
            json.WriteNumber("allowed", consent.Allowed);
            json.WriteNumber("approvedTotal", consent.ApprovedTotal);
            json.WriteBoolean("needed", consent.Needed);
            json.WriteEndObject();
        }
        json.WriteEndObject();
    }

    /// <summary>Writes what a credit gives back, or what is left of an invoice.</summary>
    public static void Write(Utf8JsonWriter json, SaleFigures sale)
    {
        json.WriteStartObject();
        json.WriteNumber("labor", sale.Labor);
        json.WriteNumber("parts", sale.Parts);
        json.WriteNumber("sublet", sale.Sublet);
        json.WriteNumber("fees", sale.Fees);
        json.WriteNumber("core", sale.Core);
        json.WriteNumber("supplies", sale.Supplies);
        json.WriteNumber("subtotal", sale.Subtotal);
        json.WriteNumber("total", sale.Total);
        Taxes(json, sale.Taxes);
        json.WriteEndObject();
    }

    private static void Taxes(Utf8JsonWriter json, IReadOnlyList<TaxFigures> taxes)
    {
        json.WriteStartArray("taxes");
        foreach (var tax in taxes)
        {
            json.WriteStartObject();
            json.WriteString("code", tax.Code);
            json.WriteNumber("base", tax.Base);
            json.WriteNumber("amount", tax.Amount);
            json.WriteEndObject();
        }
        json.WriteEndArray();
    }

    /// <summary>Writes a problem in place of a result.</summary>
    public static void WriteError(Utf8JsonWriter json, CaseException bad)
    {
        json.WriteStartObject();
        json.WriteStartObject("error");
        json.WriteString("path", bad.Path);
        json.WriteString("message", bad.Message);
        json.WriteEndObject();
        json.WriteEndObject();
    }

    private static void Nullable(Utf8JsonWriter json, string name, decimal? value)
    {
        if (value is { } number)
            json.WriteNumber(name, number);
        else
            json.WriteNull(name);
    }
}
