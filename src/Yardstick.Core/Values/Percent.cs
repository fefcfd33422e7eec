using System.Globalization;

namespace Yardstick.Core.Values;

/// <summary>A percentage: 12.5 of a hundred; thousandths are kept.</summary>
public readonly record struct Percent(decimal Value) : IFigure<Percent>
{
    /// <summary>None.</summary>
    public static readonly Percent Zero;

    /// <inheritdoc/>
    public static Percent Of(decimal value) => new(value);

    /// <summary>Understands a percentage, zero or more, up to 3 decimals: <c>12.5</c>, <c>12,5 %</c>.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="field">The field that a problem names.</param>
    /// <returns>Codes <c>figure.unreadable</c>, <c>figure.decimals</c>, <c>figure.range</c>.</returns>
    public static Result<Percent> Parse(string? text, string field)
    {
        var figure = NumberInput.NotNegative(NumberInput.Decimal(text?.Trim().TrimEnd('%'), 3, field, "a percentage such as 12.5"), field);
        return figure.Problem is { } problem ? problem : new Percent(figure.Value);
    }

    /// <inheritdoc/>
    public static bool operator <(Percent a, Percent b) => a.Value < b.Value;

    /// <inheritdoc/>
    public static bool operator >(Percent a, Percent b) => a.Value > b.Value;

    /// <inheritdoc/>
    public static bool operator <=(Percent a, Percent b) => a.Value <= b.Value;

    /// <inheritdoc/>
    public static bool operator >=(Percent a, Percent b) => a.Value >= b.Value;

    /// <inheritdoc/>
    public int CompareTo(Percent other) => Value.CompareTo(other.Value);

    /// <summary>As it is typed: <c>12.5</c>.</summary>
    public override string ToString() => Value.ToString("0.###", CultureInfo.InvariantCulture);
}
