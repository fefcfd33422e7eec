using System.Globalization;

namespace Yardstick.Core.Values;

/// <summary>Units of something: pieces, quarts, pounds; thousandths are kept. Below zero only as a movement that takes away.</summary>
public readonly record struct Quantity(decimal Value) : IFigure<Quantity>
{
    /// <summary>None.</summary>
    public static readonly Quantity Zero;

    /// <inheritdoc/>
    public static Quantity Of(decimal value) => new(value);

    /// <summary>One.</summary>
    public static readonly Quantity One = new(1);

    /// <summary>Understands a quantity above zero, up to 3 decimals: <c>4</c>, <c>1,5</c>, <c>1/2</c>, <c>1 1/2</c>, <c>4x</c>.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="field">The field that a problem names.</param>
    /// <returns>Codes <c>figure.unreadable</c>, <c>figure.decimals</c>, <c>figure.range</c>.</returns>
    public static Result<Quantity> Parse(string? text, string field = "quantity")
    {
        var figure = NumberInput.Decimal(text?.Trim().TrimEnd('x', 'X', '×'), 3, field, "a quantity such as 4, 1.5 or 1/2");
        if (figure.Problem is { } problem)
            return problem;
        return figure.Value <= 0
            ? new Problem("figure.range", "Enter a quantity above zero, or remove the line.", field)
            : new Quantity(figure.Value);
    }

    /// <summary>Understands a quantity that may be none: <c>0</c>, <c>1</c>, <c>0,5</c>, up to 3 decimals.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="field">The field that a problem names.</param>
    /// <returns>Codes as of <see cref="Parse"/>.</returns>
    public static Result<Quantity> ParseOrNone(string? text, string field)
    {
        var figure = NumberInput.NotNegative(NumberInput.Decimal(text, 3, field, "a quantity such as 0 or 1"), field);
        return figure.Problem is { } problem ? problem : new Quantity(figure.Value);
    }

    /// <summary>As much the other way.</summary>
    public static Quantity operator -(Quantity a) => new(-a.Value);

    /// <summary>How many times the second goes into the first.</summary>
    public static decimal operator /(Quantity a, Quantity b) => a.Value / b.Value;

    /// <summary>The lesser of two.</summary>
    public static Quantity Min(Quantity a, Quantity b) => a < b ? a : b;

    /// <summary>The greater of two.</summary>
    public static Quantity Max(Quantity a, Quantity b) => a > b ? a : b;

    /// <summary>So many times as much, to thousandths, half away from zero.</summary>
    public Quantity Times(decimal factor) => new(decimal.Round(Value * factor, 3, MidpointRounding.AwayFromZero));

    /// <summary>Sum.</summary>
    public static Quantity operator +(Quantity a, Quantity b) => new(a.Value + b.Value);

    /// <summary>Difference.</summary>
    public static Quantity operator -(Quantity a, Quantity b) => new(a.Value - b.Value);

    /// <inheritdoc/>
    public static bool operator <(Quantity a, Quantity b) => a.Value < b.Value;

    /// <inheritdoc/>
    public static bool operator >(Quantity a, Quantity b) => a.Value > b.Value;

    /// <inheritdoc/>
    public static bool operator <=(Quantity a, Quantity b) => a.Value <= b.Value;

    /// <inheritdoc/>
    public static bool operator >=(Quantity a, Quantity b) => a.Value >= b.Value;

    /// <inheritdoc/>
    public int CompareTo(Quantity other) => Value.CompareTo(other.Value);

    /// <summary>As it is typed: <c>1.5</c>.</summary>
    public override string ToString() => Value.ToString("0.###", CultureInfo.InvariantCulture);
}
