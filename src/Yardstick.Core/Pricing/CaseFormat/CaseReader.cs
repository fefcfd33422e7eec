using System.Text.Json;

namespace Yardstick.Core.Pricing;

/// <summary>Reads a case from JSON (rules, The price command). A null counts as absent, unknown keys are ignored.</summary>
public static class CaseReader
{
    /// <summary>Reads one case.</summary>
    /// <exception cref="CaseException">With the path of the first bad value, empty for broken JSON or what is no object.</exception>
    public static PricingCase Read(ReadOnlyMemory<byte> utf8) => JsonReading.Parse(utf8, Case);

    /// <summary>Reads one case.</summary>
    /// <exception cref="CaseException">With the path of the first bad value.</exception>
    public static PricingCase Read(JsonElement root) => JsonReading.Parse(root, Case);

    /// <summary>Reads a case inside another value; its problems carry the path from there.</summary>
    internal static PricingCase ReadInner(JsonElement element)
    {
        element.Object();
        return Case(element);
    }

    private static PricingCase Case(JsonElement root)
    {
        var pricing = new PricingCase
        {
            Policy = root.Needed("policy", PolicyReader.Read),
            Customer = root.Get("customer", Customer) ?? new PricingCustomer(),
            CounterSale = root.Flag("counterSale", false),
            LaborRate = root.Get("laborRate", Rate),
            Discounts = root.List("discounts", Discount),
            Payments = root.List("payments", e => CaseNumber.Read(e, 2, negativeAllowed: true)),
            Adjustments = root.List("adjustments", e => CaseNumber.Read(e, 2, negativeAllowed: true)),
            Include = root.Get("include", Include) ?? JobSelection.All,
            Authorized = root.Number("authorized", 2),
            Jobs = root.Needed("jobs", e => e.Items(Job)),
        };
        PricingCaseValidator.Check(pricing);
        return pricing;
    }

    private static JobSelection Include(JsonElement element)
    {
        if (element.ValueKind == JsonValueKind.Array)
            return JobSelection.Of(element.Items(JsonReading.Text));
        return JsonReading.Text(element) switch
        {
            "all" => JobSelection.All,
            "approved" => JobSelection.ApprovedOnly,
            var other => throw new CaseException("", $"\"{other}\" is not known: all, approved or a list of ids."),
        };
    }

    private static PricingCustomer Customer(JsonElement element)
    {
        element.Object();
        var all = false;
        IReadOnlyList<string> some = [];
        if (element.Has("taxExempt", out var exempt))
        {
            if (exempt.ValueKind == JsonValueKind.Array)
                some = element.List("taxExempt", JsonReading.NonEmpty);
            else
                all = element.Flag("taxExempt", false);
        }
        return new PricingCustomer
        {
            LaborRate = element.Get("laborRate", Rate),
            LaborRates = element.Map("laborRates", e => CaseNumber.Read(e, 4)),
            PartsDiscountPercent = element.Percent("partsDiscountPercent") ?? 0,
            ExemptFromAll = all,
            ExemptFrom = some,
        };
    }

    internal static RateChoice Rate(JsonElement element) =>
        element.ValueKind == JsonValueKind.String
            ? RateChoice.Named(element.GetString()!)
            : RateChoice.Of(
                element.ValueKind == JsonValueKind.Number
                    ? CaseNumber.Read(element, 4)
                    : throw new CaseException("", "A rate is a name or a number.")
            );

    private static Discount Discount(JsonElement element)
    {
        var (percent, amount) = PercentOrAmount(element);
        var on = element.Choice(
            "on",
            DiscountBase.All,
            ("all", DiscountBase.All),
            ("labor", DiscountBase.Labor),
            ("parts", DiscountBase.Parts)
        );
        return new Discount(percent, amount, on);
    }

    private static (decimal? Percent, decimal? Amount) PercentOrAmount(JsonElement element)
    {
        element.Object();
        var percent = element.Percent("percent");
        var amount = element.Number("amount", 2);
        if (percent is null == amount is null)
            throw new CaseException("", "Enter a percent or an amount, not both.");
        return (percent, amount);
    }

    private static PricingJob Job(JsonElement element)
    {
        element.Object();
        return new PricingJob
        {
            Id = element.Needed("id", JsonReading.NonEmpty),
            Decision = element.Choice(
                "decision",
                JobDecision.Proposed,
                ("proposed", JobDecision.Proposed),
                ("approved", JobDecision.Approved),
                ("declined", JobDecision.Declined),
                ("deferred", JobDecision.Deferred)
            ),
            FixedPrice = element.Number("fixedPrice", 4),
            LaborRate = element.Get("laborRate", Rate),
            Waived = element.List("waived", JsonReading.NonEmpty),
            CompanionEdits = element.List("companionEdits", CompanionEdit),
            Discounts = element.List("discounts", Discount),
            Credit = element.Get("credit", Credit),
            Lines = element.Needed("lines", e => e.Items(LineReader.Read)),
        };
    }

    private static CompanionEdit CompanionEdit(JsonElement element)
    {
        element.Object();
        return new CompanionEdit(
            element.Needed("code", JsonReading.NonEmpty),
            element.Number("quantity", 3),
            element.Number("amountPerUnit", 4)
        );
    }

    private static JobCredit Credit(JsonElement element)
    {
        var (percent, amount) = PercentOrAmount(element);
        return new JobCredit(percent, amount, element.Needed("when", e => e.Items(JsonReading.NonEmpty)));
    }

    internal static Discount LineDiscount(JsonElement element)
    {
        var (percent, amount) = PercentOrAmount(element);
        return new Discount(percent, amount);
    }
}
