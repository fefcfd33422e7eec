using System.Globalization;
using System.Text.RegularExpressions;

namespace Yardstick.Core.Values;

/// <summary>
/// Understands figures however they are typed; each kind of figure (<see cref="IFigure{TSelf}"/>) reads its own with it. In quantities
/// and hours a comma is a decimal; before exactly three digits of a reading or an amount it groups.
/// </summary>
public static partial class NumberInput
{
    /// <summary>An amount of money, zero or more; a comma before exactly three digits groups.</summary>
    public static Result<decimal> Amount(string? text, string field, int decimals = 2)
    {
        var trimmed = (text ?? "").Trim().TrimStart('$', '€', '£').Trim();
        return NotNegative(Decimal(Ungroup(trimmed), decimals, field, "an amount such as 12.50"), field);
    }

    /// <summary>A figure with so many decimals; a comma is a decimal, and <c>1 1/2</c> is understood.</summary>
    internal static Result<decimal> Decimal(string? text, int decimals, string field, string wanted)
    {
        var trimmed = (text ?? "").Trim();
        if (Fraction().Match(trimmed) is { Success: true } fraction && Number(fraction.Groups[3]) != 0)
            return decimal.Round(Number(fraction.Groups[1]) + Number(fraction.Groups[2]) / Number(fraction.Groups[3]), decimals);
        if (
            !decimal.TryParse(
                trimmed.Replace(',', '.'),
                NumberStyles.AllowDecimalPoint | NumberStyles.AllowLeadingSign,
                CultureInfo.InvariantCulture,
                out var figure
            )
        )
            return new Problem("figure.unreadable", $"\"{Short(text)}\" is not a number. Enter {wanted}.", field);
        if (decimal.Round(figure, decimals) != figure)
            return new Problem("figure.decimals", $"Enter at most {decimals} decimals.", field);
        return Math.Abs(figure) > 10_000_000 ? new Problem("figure.range", "Enter a number below 10 million.", field) : figure;
    }

    /// <summary>The same, refused where it is below zero.</summary>
    internal static Result<decimal> NotNegative(Result<decimal> figure, string field) =>
        figure is { Ok: true, Value: < 0 } ? new Problem("figure.range", "Enter zero or more.", field) : figure;

    /// <summary>Without what groups thousands.</summary>
    internal static string Ungroup(string text) => GroupOfThree().Replace(text, "");

    /// <summary>Digits that a pattern found; zero for none.</summary>
    internal static decimal Number(Group group) =>
        group.Success && group.Length > 0 ? decimal.Parse(group.Value, CultureInfo.InvariantCulture) : 0;

    /// <summary>What was typed, as far as a sentence quotes it.</summary>
    internal static string Short(string? text) => TextInput.Short(text ?? "", 24);

    [GeneratedRegex(@"^(?:(\d{1,6})\s+)?(\d{1,6})\s*/\s*(\d{1,6})$")]
    private static partial Regex Fraction();

    [GeneratedRegex(@"(?<=\d)[,' ](?=\d{3}(?:\D|$))")]
    private static partial Regex GroupOfThree();
}
