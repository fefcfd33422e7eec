using System.Globalization;
using System.Text.RegularExpressions;

namespace Yardstick.Core.Values;

/// <summary>
/// Understands figures however they are typed. In quantities and hours a comma is a decimal; before exactly three
/// digits of a reading or an amount it groups.
/// </summary>
public static partial class NumberInput
{
    /// <summary>A quantity above zero, up to 3 decimals: <c>4</c>, <c>1,5</c>, <c>1/2</c>, <c>1 1/2</c>, <c>4x</c>.</summary>
    public static Result<decimal> Quantity(string? text, string field = "quantity")
    {
        var figure = Decimal(text?.Trim().TrimEnd('x', 'X', '×'), 3, field, "a quantity such as 4, 1.5 or 1/2");
        if (!figure.Ok)
            return figure;
        return figure.Value <= 0
            ? new Problem("figure.range", "A quantity has to be above zero; take the line off if nothing is needed.", field)
            : figure;
    }

    /// <summary>A quantity that may be none: <c>0</c>, <c>1</c>, <c>0,5</c>, up to 3 decimals.</summary>
    public static Result<decimal> QuantityOrNone(string? text, string field)
    {
        var figure = Decimal(text, 3, field, "a quantity such as 0 or 1");
        return figure.Ok ? NotNegative(figure.Value, field) : figure;
    }

    /// <summary>Hours, zero or more, up to 2 decimals: <c>1.2</c>, <c>1,2</c>, <c>1:30</c>, <c>90 min</c>.</summary>
    public static Result<decimal> Hours(string? text, string field = "hours")
    {
        var trimmed = (text ?? "").Trim().ToLowerInvariant();
        if (ClockLike().Match(trimmed) is { Success: true } clock)
            return NotNegative(decimal.Round(Number(clock.Groups[1]) + Number(clock.Groups[2]) / 60, 2), field);
        if (MinutesLike().Match(trimmed) is { Success: true } minutes)
            return NotNegative(decimal.Round(Number(minutes.Groups[1]) / 60, 2), field);
        trimmed = trimmed.TrimEnd('r', 's').TrimEnd('h').TrimEnd();
        var figure = Decimal(trimmed, 2, field, "hours such as 1.2 or 1:15");
        return figure.Ok ? NotNegative(figure.Value, field) : figure;
    }

    /// <summary>A percentage, zero or more, up to 3 decimals.</summary>
    public static Result<decimal> Percent(string? text, string field)
    {
        var figure = Decimal(text?.Trim().TrimEnd('%'), 3, field, "a percentage such as 12.5");
        return figure.Ok ? NotNegative(figure.Value, field) : figure;
    }

    /// <summary>An amount of money, zero or more; a comma before exactly three digits groups.</summary>
    public static Result<decimal> Amount(string? text, string field, int decimals = 2)
    {
        var trimmed = (text ?? "").Trim().TrimStart('$', '€', '£').Trim();
        var figure = Decimal(Ungroup(trimmed), decimals, field, "an amount such as 12.50");
        return figure.Ok ? NotNegative(figure.Value, field) : figure;
    }

    /// <summary>An odometer reading in whole units: <c>88,412</c>, <c>88412 mi</c>, <c>88.4k</c>.</summary>
    public static Result<int> Reading(string? text, string field = "odometer")
    {
        var trimmed = Units().Replace((text ?? "").Trim().ToLowerInvariant(), "");
        var thousands = trimmed.EndsWith('k');
        trimmed = thousands ? trimmed[..^1] : GroupOfThree().Replace(trimmed, "");
        if (!decimal.TryParse(trimmed, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var reading))
            return new Problem("figure.unreadable", $"\"{Short(text)}\" is not an odometer reading; type digits such as 88,412.", field);
        reading = decimal.Truncate(thousands ? reading * 1000 : reading);
        return reading > 3_000_000
            ? new Problem("figure.range", "No odometer reads above 3,000,000; check the digits.", field)
            : (int)reading;
    }

    private static Result<decimal> Decimal(string? text, int decimals, string field, string wanted)
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
            return new Problem("figure.unreadable", $"\"{Short(text)}\" is not a figure; type {wanted}.", field);
        if (decimal.Round(figure, decimals) != figure)
            return new Problem("figure.decimals", $"At most {decimals} decimals are kept here.", field);
        return Math.Abs(figure) > 10_000_000 ? new Problem("figure.range", "Figures above 10 million are not accepted.", field) : figure;
    }

    private static Result<decimal> NotNegative(decimal figure, string field) =>
        figure < 0 ? new Problem("figure.range", "It can't be below zero.", field) : figure;

    private static string Ungroup(string text) => GroupOfThree().Replace(text, "");

    private static decimal Number(Group group) =>
        group.Success && group.Length > 0 ? decimal.Parse(group.Value, CultureInfo.InvariantCulture) : 0;

    private static string Short(string? text) => text is { Length: > 24 } ? text[..24] + "…" : text ?? "";

    [GeneratedRegex(@"^(?:(\d{1,6})\s+)?(\d{1,6})\s*/\s*(\d{1,6})$")]
    private static partial Regex Fraction();

    [GeneratedRegex(@"^(\d{1,3}):([0-5]\d)$")]
    private static partial Regex ClockLike();

    [GeneratedRegex(@"^(\d{1,4})\s*min\.?(?:utes)?$")]
    private static partial Regex MinutesLike();

    [GeneratedRegex(@"\s*(?:mi|miles|km)\.?$")]
    private static partial Regex Units();

    [GeneratedRegex(@"(?<=\d)[,' ](?=\d{3}(?:\D|$))")]
    private static partial Regex GroupOfThree();
}
