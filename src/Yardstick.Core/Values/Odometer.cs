using System.Globalization;
using System.Text.RegularExpressions;

namespace Yardstick.Core.Values;

/// <summary>What an odometer shows, in whole units of the shop (<see cref="DistanceUnit"/>), 0 to 3,000,000.</summary>
public readonly partial record struct Odometer(int Value) : IComparable<Odometer>
{
    /// <summary>The highest that is believed.</summary>
    public const int Highest = 3_000_000;

    /// <summary>Understands a reading: <c>88,412</c>, <c>88412 mi</c>, <c>88.4k</c>.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="field">The field that a problem names.</param>
    /// <returns>Codes <c>figure.unreadable</c>, <c>figure.range</c>.</returns>
    public static Result<Odometer> Parse(string? text, string field = "odometer")
    {
        var typed = Unit().Replace((text ?? "").Trim().ToLowerInvariant(), "");
        var thousands = typed.EndsWith('k');
        typed = thousands ? typed[..^1] : NumberInput.Ungroup(typed);
        if (!decimal.TryParse(typed, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var reading))
            return new Problem(
                "figure.unreadable",
                $"\"{NumberInput.Short(text)}\" is not an odometer reading; type digits such as 88,412.",
                field
            );
        reading = decimal.Truncate(thousands ? reading * 1000 : reading);
        return reading > Highest
            ? new Problem("figure.range", "That odometer is too high. Check the digits.", field)
            : new Odometer((int)reading);
    }

    /// <inheritdoc/>
    public static bool operator <(Odometer a, Odometer b) => a.Value < b.Value;

    /// <inheritdoc/>
    public static bool operator >(Odometer a, Odometer b) => a.Value > b.Value;

    /// <inheritdoc/>
    public static bool operator <=(Odometer a, Odometer b) => a.Value <= b.Value;

    /// <inheritdoc/>
    public static bool operator >=(Odometer a, Odometer b) => a.Value >= b.Value;

    /// <summary>The distance between two readings, below zero where the first is lower.</summary>
    public static int operator -(Odometer a, Odometer b) => a.Value - b.Value;

    /// <summary>What it shows after a distance.</summary>
    public static Odometer operator +(Odometer a, int distance) => new(a.Value + distance);

    /// <summary>What it showed a distance ago.</summary>
    public static Odometer operator -(Odometer a, int distance) => new(a.Value - distance);

    /// <inheritdoc/>
    public int CompareTo(Odometer other) => Value.CompareTo(other.Value);

    /// <summary>As it is read: <c>88,412</c>.</summary>
    public override string ToString() => Value.ToString("N0", CultureInfo.InvariantCulture);

    [GeneratedRegex(@"\s*(?:mi|miles|km)\.?$")]
    private static partial Regex Unit();
}
