using System.Text;
using System.Text.Json;

namespace Yardstick.Core.Pricing;

/// <summary>Writes cases as JSON in the shapes that <see cref="CaseReader"/> reads.</summary>
public static class CaseWriter
{
    /// <summary>A case as text.</summary>
    public static string Write(PricingCase pricing)
    {
        using var stream = new MemoryStream();
        using (var json = new Utf8JsonWriter(stream))
            Write(json, pricing);
        return Encoding.UTF8.GetString(stream.ToArray());
    }

    /// <summary>Writes a case.</summary>
    public static void Write(Utf8JsonWriter json, PricingCase pricing)
    {
        json.WriteStartObject();
        json.WritePropertyName("policy");
        PolicyWriter.Write(json, pricing.Policy);
        Customer(json, pricing.Customer);
        if (pricing.CounterSale)
            json.WriteBoolean("counterSale", true);
        Rate(json, "laborRate", pricing.LaborRate);
        Discounts(json, pricing.Discounts);
        Numbers(json, "payments", pricing.Payments);
        Numbers(json, "adjustments", pricing.Adjustments);
        Include(json, pricing.Include);
        Number(json, "authorized", pricing.Authorized);
        json.WriteStartArray("jobs");
        foreach (var job in pricing.Jobs)
            Job(json, job);
        json.WriteEndArray();
        json.WriteEndObject();
    }

    private static void Include(Utf8JsonWriter json, JobSelection include)
    {
        if (include.Ids is { } ids)
            Texts(json, "include", ids, always: true);
        else
            json.WriteString("include", include.Approved ? "approved" : "all");
    }

    private static void Customer(Utf8JsonWriter json, PricingCustomer customer)
    {
        json.WriteStartObject("customer");
        Rate(json, "laborRate", customer.LaborRate);
        json.WriteStartObject("laborRates");
        foreach (var (name, rate) in customer.LaborRates)
            json.WriteNumber(name, rate);
        json.WriteEndObject();
        json.WriteNumber("partsDiscountPercent", customer.PartsDiscountPercent);
        if (customer.ExemptFromAll)
            json.WriteBoolean("taxExempt", true);
        else
            Texts(json, "taxExempt", customer.ExemptFrom);
        json.WriteEndObject();
    }

    private static void Job(Utf8JsonWriter json, PricingJob job)
    {
        json.WriteStartObject();
        json.WriteString("id", job.Id);
        json.WriteString("decision", job.Decision.ToString().ToLowerInvariant());
        Number(json, "fixedPrice", job.FixedPrice);
        Rate(json, "laborRate", job.LaborRate);
        Texts(json, "waived", job.Waived);
        CompanionEdits(json, job.CompanionEdits);
        Discounts(json, job.Discounts);
        if (job.Credit is { } credit)
        {
            json.WriteStartObject("credit");
            Number(json, "percent", credit.Percent);
            Number(json, "amount", credit.Amount);
            Texts(json, "when", credit.When, always: true);
            json.WriteEndObject();
        }
        json.WriteStartArray("lines");
        foreach (var line in job.Lines)
            Line(json, line);
        json.WriteEndArray();
        json.WriteEndObject();
    }

    private static void CompanionEdits(Utf8JsonWriter json, IReadOnlyList<CompanionEdit> edits)
    {
        if (edits.Count == 0)
            return;
        json.WriteStartArray("companionEdits");
        foreach (var edit in edits)
        {
            json.WriteStartObject();
            json.WriteString("code", edit.Code);
            Number(json, "quantity", edit.Quantity);
            Number(json, "amountPerUnit", edit.AmountPerUnit);
            json.WriteEndObject();
        }
        json.WriteEndArray();
    }

    private static void Line(Utf8JsonWriter json, PricingLine line)
    {
        json.WriteStartObject();
        json.WriteString("kind", line.Kind.ToString().ToLowerInvariant());
        switch (line)
        {
            case LaborCaseLine labor:
                json.WriteNumber("hours", labor.Hours);
                Rate(json, "rate", labor.Rate);
                if (labor.Held)
                    json.WriteBoolean("held", true);
                Rate(json, "usualRate", labor.UsualRate);
                Number(json, "costPerHour", labor.CostPerHour);
                Number(json, "price", labor.Price);
                if (labor.Operation is { } operation)
                    json.WriteString("operation", operation);
                Texts(json, "contains", labor.Contains);
                if (labor.Beside.Count > 0)
                {
                    json.WriteStartObject("beside");
                    foreach (var (name, hours) in labor.Beside)
                        json.WriteNumber(name, hours);
                    json.WriteEndObject();
                }
                if (labor.KeepsTime)
                    json.WriteBoolean("keepsTime", true);
                break;
            case PartCaseLine part:
                if (part.Category is { } category)
                    json.WriteString("category", category);
                json.WriteNumber("quantity", part.Quantity);
                json.WriteNumber("unitCost", part.UnitCost);
                Number(json, "bookCost", part.BookCost);
                Number(json, "unitPrice", part.UnitPrice);
                if (part.Held)
                    json.WriteBoolean("held", true);
                Number(json, "listPrice", part.ListPrice);
                json.WriteNumber("coreEach", part.CoreEach);
                json.WriteNumber("coresReturned", part.CoresReturned);
                if (part.Along.Count > 0)
                {
                    json.WriteStartArray("along");
                    foreach (var rule in part.Along)
                        PolicyWriter.Companion(json, rule);
                    json.WriteEndArray();
                }
                break;
            case SubletCaseLine sublet:
                json.WriteNumber("cost", sublet.Cost);
                Number(json, "price", sublet.Price);
                Number(json, "markupPercent", sublet.MarkupPercent);
                break;
            case FeeCaseLine fee:
                if (fee.Code is { } code)
                    json.WriteString("code", code);
                json.WriteNumber("quantity", fee.Quantity);
                json.WriteNumber("amount", fee.Amount);
                json.WriteNumber("costEach", fee.CostEach);
                json.WriteBoolean("passThrough", fee.PassThrough);
                break;
        }
        if (line.Out)
            json.WriteBoolean("out", true);
        if (!line.Taxable)
            json.WriteBoolean("taxable", false);
        if (line.Discount is { } discount)
        {
            json.WriteStartObject("discount");
            Number(json, "percent", discount.Percent);
            Number(json, "amount", discount.Amount);
            json.WriteEndObject();
        }
        json.WriteEndObject();
    }

    private static void Discounts(Utf8JsonWriter json, IReadOnlyList<Discount> discounts)
    {
        if (discounts.Count == 0)
            return;
        json.WriteStartArray("discounts");
        foreach (var discount in discounts)
        {
            json.WriteStartObject();
            Number(json, "percent", discount.Percent);
            Number(json, "amount", discount.Amount);
            json.WriteString("on", discount.On.ToString().ToLowerInvariant());
            json.WriteEndObject();
        }
        json.WriteEndArray();
    }

    private static void Numbers(Utf8JsonWriter json, string name, IReadOnlyList<decimal> numbers)
    {
        if (numbers.Count == 0)
            return;
        json.WriteStartArray(name);
        foreach (var number in numbers)
            json.WriteNumberValue(number);
        json.WriteEndArray();
    }

    private static void Texts(Utf8JsonWriter json, string name, IReadOnlyList<string> texts, bool always = false)
    {
        if (texts.Count == 0 && !always)
            return;
        json.WriteStartArray(name);
        foreach (var text in texts)
            json.WriteStringValue(text);
        json.WriteEndArray();
    }

    private static void Rate(Utf8JsonWriter json, string name, RateChoice? rate)
    {
        if (rate?.Name is { } text)
            json.WriteString(name, text);
        else
            Number(json, name, rate?.Number);
    }

    internal static void Number(Utf8JsonWriter json, string name, decimal? number)
    {
        if (number is { } value)
            json.WriteNumber(name, value);
    }
}
