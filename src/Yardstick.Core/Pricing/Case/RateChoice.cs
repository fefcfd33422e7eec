using System.Globalization;
using Yardstick.Core.Values;

namespace Yardstick.Core.Pricing;

/// <summary>A labor rate: a number, or the name of one. Where nobody chose one, there is none.</summary>
/// <param name="Name">Name in the customer's or the policy's rates.</param>
/// <param name="Number">Amount per hour, tax out, up to four decimals.</param>
public sealed record RateChoice(string? Name, decimal? Number)
{
    private const int LongestName = 60;

    /// <summary>A rate by name.</summary>
    public static RateChoice Named(string name) => new(name, null);

    /// <summary>A rate as a number.</summary>
    public static RateChoice Of(decimal number) => new(null, number);

    /// <summary>
    /// Reads a rate as it was typed: <c>diagnostic</c>, <c>$120.50</c>; null for none. Whether a name is known is for the policy to say.
    /// </summary>
    /// <param name="text">What was typed. What begins with a digit is a number.</param>
    /// <param name="field">The field that a refusal names.</param>
    /// <returns>Refused with the codes of an amount, or <c>text.long</c>.</returns>
    public static Result<RateChoice?> Parse(string? text, string field)
    {
        var typed = (text ?? "").Trim();
        if (typed.Length == 0)
            return (RateChoice?)null;
        if (!char.IsAsciiDigit(typed.TrimStart('$', ' ').FirstOrDefault()))
            return typed.Length <= LongestName ? Named(typed) : TextInput.TooLong(LongestName, field, "A rate's name");
        var number = NumberInput.Amount(typed, field, 4);
        return number.Problem is { } problem ? problem : Of(number.Value);
    }

    /// <summary>As it is typed: its name, or its number.</summary>
    public override string ToString() => Name ?? Number?.ToString("0.####", CultureInfo.InvariantCulture) ?? "";
}
