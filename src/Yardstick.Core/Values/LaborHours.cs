using System.Globalization;
using System.Text.RegularExpressions;

namespace Yardstick.Core.Values;

/// <summary>Hours of labor as they are sold: hundredths of an hour are kept, and none are below zero.</summary>
public readonly partial record struct LaborHours(decimal Value) : IFigure<LaborHours>
{
    /// <summary>None.</summary>
    public static readonly LaborHours Zero;

    /// <inheritdoc/>
    public static LaborHours Of(decimal value) => new(value);

    /// <summary>Understands hours, zero or more, up to 2 decimals: <c>1.2</c>, <c>1,2</c>, <c>1:30</c>, <c>90 min</c>.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="field">The field that a problem names.</param>
    /// <returns>Codes <c>figure.unreadable</c>, <c>figure.decimals</c>, <c>figure.range</c>.</returns>
    public static Result<LaborHours> Parse(string? text, string field = "hours")
    {
        var typed = (text ?? "").Trim().ToLowerInvariant();
        if (ClockLike().Match(typed) is { Success: true } clock)
            return new LaborHours(decimal.Round(NumberInput.Number(clock.Groups[1]) + NumberInput.Number(clock.Groups[2]) / 60, 2));
        if (MinutesLike().Match(typed) is { Success: true } minutes)
            return new LaborHours(decimal.Round(NumberInput.Number(minutes.Groups[1]) / 60, 2));
        typed = typed.TrimEnd('r', 's').TrimEnd('h').TrimEnd();
        var figure = NumberInput.NotNegative(NumberInput.Decimal(typed, 2, field, "hours such as 1.2 or 1:15"), field);
        return figure.Problem is { } problem ? problem : new LaborHours(figure.Value);
    }

    /// <summary>So many times as many, to hundredths, half away from zero.</summary>
    public LaborHours Times(decimal factor) => new(decimal.Round(Value * factor, 2, MidpointRounding.AwayFromZero));

    /// <summary>Which share of the second the first is.</summary>
    public static decimal operator /(LaborHours a, LaborHours b) => a.Value / b.Value;

    /// <summary>Sum.</summary>
    public static LaborHours operator +(LaborHours a, LaborHours b) => new(a.Value + b.Value);

    /// <summary>Difference.</summary>
    public static LaborHours operator -(LaborHours a, LaborHours b) => new(a.Value - b.Value);

    /// <inheritdoc/>
    public static bool operator <(LaborHours a, LaborHours b) => a.Value < b.Value;

    /// <inheritdoc/>
    public static bool operator >(LaborHours a, LaborHours b) => a.Value > b.Value;

    /// <inheritdoc/>
    public static bool operator <=(LaborHours a, LaborHours b) => a.Value <= b.Value;

    /// <inheritdoc/>
    public static bool operator >=(LaborHours a, LaborHours b) => a.Value >= b.Value;

    /// <inheritdoc/>
    public int CompareTo(LaborHours other) => Value.CompareTo(other.Value);

    /// <summary>As it is typed: <c>1.25</c>.</summary>
    public override string ToString() => Value.ToString("0.##", CultureInfo.InvariantCulture);

    [GeneratedRegex(@"^(\d{1,3}):([0-5]\d)$")]
    private static partial Regex ClockLike();

    [GeneratedRegex(@"^(\d{1,4})\s*min\.?(?:utes)?$")]
    private static partial Regex MinutesLike();
}
