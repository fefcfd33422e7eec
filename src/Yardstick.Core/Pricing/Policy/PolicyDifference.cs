namespace Yardstick.Core.Pricing;

/// <summary>One thing that a policy says otherwise than another.</summary>
/// <param name="What">What it is, in words.</param>
/// <param name="Before">As it was; empty where it is new.</param>
/// <param name="After">As it is now; empty where it is gone.</param>
public sealed record PolicyDifference(string What, string Before, string After)
{
    /// <summary>Everything that differs, in the order of the policy's sections.</summary>
    public static IReadOnlyList<PolicyDifference> Between(PolicyForm before, PolicyForm after)
    {
        var was = Facts(before).ToList();
        var now = Facts(after).ToList();
        var old = new Dictionary<string, string>();
        foreach (var (what, value) in was)
            old.TryAdd(what, value);
        var found = new List<PolicyDifference>();
        var seen = new HashSet<string>();
        foreach (var (what, value) in now)
        {
            if (!seen.Add(what))
                continue;
            var then = old.GetValueOrDefault(what, "");
            if (then != value)
                found.Add(new PolicyDifference(what, then, value));
        }
        found.AddRange(was.Where(w => w.Value.Length > 0 && seen.Add(w.What)).Select(w => new PolicyDifference(w.What, w.Value, "")));
        return found;
    }

    private static IEnumerable<(string What, string Value)> Facts(PolicyForm form)
    {
        foreach (var rate in form.LaborRates)
            yield return ($"Labor rate {rate.Name}", rate.Rate);
        yield return ("Labor cost per hour", form.LaborCostPerHour);
        foreach (var table in form.MarkupBands)
            yield return (
                $"Markup {table.Name}",
                string.Join(", ", table.Bands.Select(b => b.UpTo.Length > 0 ? $"to {b.UpTo} × {b.Multiplier}" : $"above × {b.Multiplier}"))
            );
        foreach (var category in form.Categories)
            yield return ($"Category {category.Name}", category.Bands.Length > 0 ? $"priced by {category.Bands}" : "priced by standard");
        yield return (
            "Price ending",
            form.Ending switch
            {
                EndingKind.RoundUpTo => $"up to a multiple of {form.EndingValue}",
                EndingKind.EndWith => $"up to {form.EndingValue}",
                _ => "no rounding",
            }
        );
        yield return ("List price", form.CapAtList ? "never sold above it" : "no limit");
        yield return ("Stock cost used for pricing", form.StockCost == StockCost.Average ? "average" : "last receipt");
        foreach (var rule in form.Companions)
            yield return (
                $"Automatic add-on {rule.Code}",
                $"{rule.Label} with {rule.Category}, {Word(rule.Kind)} {rule.AmountPerUnit} each{Given(rule.HoursPerUnit, " h")}{Given(rule.CostPerUnit, " cost")}{Flags(rule.Taxable, rule.PassThrough)}"
            );
        foreach (var fee in form.OrderFees)
            yield return (
                $"Order fee {fee.Code}",
                $"{fee.Amount}{(fee.Category.Length > 0 ? $" with {fee.Category}" : "")}{Given(fee.CostEach, " cost")}{Flags(fee.Taxable, fee.PassThrough)}"
            );
        yield return ("Shop supplies", form.Supplies.Charged ? Of(form.Supplies) : "none");
        yield return ("Prices", form.PricesIncludeTax ? "include tax" : "without taxes");
        foreach (var tax in form.Taxes)
            yield return ($"Tax {tax.Code}", $"{tax.Percent}% on {string.Join(", ", tax.On.Select(Word))}");
        foreach (var exemption in form.Exemptions)
            yield return ($"Exemption {exemption.Name}", exemption.All ? "from all taxes" : $"of {string.Join(", ", exemption.Taxes)}");
        yield return ("Approved limit", Of(form.Overrun));
        yield return ("Margin target", form.MarginAim.Length > 0 ? $"{form.MarginAim}%" : "");
        yield return ("Effective labor rate target", form.EffectiveRateAim);
    }

    private static string Of(SuppliesRow row) =>
        $"{row.Percent}% of {row.Base switch { SuppliesBase.Labor => "labor", SuppliesBase.Parts => "parts", _ => "labor and parts" }}"
        + (row.Minimum.Length > 0 ? $", at least {row.Minimum}" : "")
        + (row.Maximum.Length > 0 ? $", at most {row.Maximum}" : "")
        + (row.CostPercent.Length > 0 ? $", {row.CostPercent}% cost" : "")
        + (row.Taxable ? "" : ", not taxed");

    private static string Of(OverrunRow row) =>
        (row.Percent.Length > 0, row.Amount.Length > 0) switch
        {
            (true, true) => $"by the {(row.TakeGreater ? "greater" : "smaller")} of {row.Percent}% and {row.Amount}",
            (true, false) => $"by {row.Percent}%",
            (false, true) => $"by {row.Amount}",
            _ => "none",
        };

    private static string Given(string figure, string what) => figure.Length > 0 ? $", {figure}{what}" : "";

    private static string Flags(bool taxable, bool passThrough) => (taxable ? "" : ", not taxed") + (passThrough ? ", pass-through" : "");

    private static string Word(AmountKind kind) => kind.ToString().ToLowerInvariant();
}
