using System.Globalization;
using Yardstick.Core.Values;

namespace Yardstick.Core.Pricing;

/// <summary>How far approved work may grow (rules, Consent).</summary>
public static class Ceiling
{
    /// <summary>The allowance in words for the customer: <c>the smaller of 10% and $75.00</c>; empty where there is none.</summary>
    /// <param name="rule">The allowance.</param>
    /// <param name="currency">Code of the currency.</param>
    public static string Words(OverrunRule? rule, string currency) =>
        (rule?.Percent, rule?.Amount) switch
        {
            ({ } percent, { } amount) => string.Create(
                CultureInfo.InvariantCulture,
                $"the {(rule!.TakeGreater ? "greater" : "smaller")} of {percent:0.###}% and {Money.Of(amount).In(currency)}"
            ),
            ({ } percent, null) => string.Create(CultureInfo.InvariantCulture, $"{percent:0.###}%"),
            (null, { } amount) => Money.Of(amount).In(currency),
            _ => "",
        };

    /// <summary>
    /// The allowance over an agreed amount, in cents: of percentage and amount the smaller or the greater, rounded once chosen.
    /// </summary>
    public static long Allowance(OverrunRule? rule, decimal authorized)
    {
        if (rule is null)
            return 0;
        decimal? byPercent = rule.Percent is { } percent ? authorized * percent / 100m : null;
        var chosen = (byPercent, rule.Amount) switch
        {
            ({ } p, { } a) => rule.TakeGreater ? Math.Max(p, a) : Math.Min(p, a),
            ({ } p, null) => p,
            (null, { } a) => a,
            _ => 0,
        };
        return Rounding.Cents(chosen);
    }
}
