using System.Globalization;

namespace Yardstick.Core.Values;

/// <summary>What one unit costs or is sold for, or an hour, in the shop's currency; ten-thousandths are kept. Before tax.</summary>
public readonly record struct UnitPrice(decimal Value) : IFigure<UnitPrice>
{
    /// <summary>None.</summary>
    public static readonly UnitPrice Zero;

    /// <inheritdoc/>
    public static UnitPrice Of(decimal value) => new(value);

    /// <summary>Understands an amount each, zero or more, up to 4 decimals; a comma before exactly three digits groups.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="field">The field that a problem names.</param>
    /// <returns>Codes <c>figure.unreadable</c>, <c>figure.decimals</c>, <c>figure.range</c>.</returns>
    public static Result<UnitPrice> Parse(string? text, string field)
    {
        var amount = NumberInput.Amount(text, field, 4);
        return amount.Problem is { } problem ? problem : new UnitPrice(amount.Value);
    }

    /// <summary>What so many cost, not rounded.</summary>
    public static decimal operator *(UnitPrice each, Quantity quantity) => each.Value * quantity.Value;

    /// <summary>Rounded to ten-thousandths, half away from zero.</summary>
    public static UnitPrice Rounded(decimal amount) => new(decimal.Round(amount, 4, MidpointRounding.AwayFromZero));

    /// <summary>Sum.</summary>
    public static UnitPrice operator +(UnitPrice a, UnitPrice b) => new(a.Value + b.Value);

    /// <summary>Difference.</summary>
    public static UnitPrice operator -(UnitPrice a, UnitPrice b) => new(a.Value - b.Value);

    /// <inheritdoc/>
    public static bool operator <(UnitPrice a, UnitPrice b) => a.Value < b.Value;

    /// <inheritdoc/>
    public static bool operator >(UnitPrice a, UnitPrice b) => a.Value > b.Value;

    /// <inheritdoc/>
    public static bool operator <=(UnitPrice a, UnitPrice b) => a.Value <= b.Value;

    /// <inheritdoc/>
    public static bool operator >=(UnitPrice a, UnitPrice b) => a.Value >= b.Value;

    /// <inheritdoc/>
    public int CompareTo(UnitPrice other) => Value.CompareTo(other.Value);

    /// <summary>As it is typed: <c>12.50, 0.0375</c>.</summary>
    public override string ToString() => Value.ToString("0.00##", CultureInfo.InvariantCulture);
}
