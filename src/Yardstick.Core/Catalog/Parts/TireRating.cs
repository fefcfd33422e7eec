using System.Globalization;
using System.Text.RegularExpressions;

namespace Yardstick.Core.Catalog;

/// <summary>Load index and speed symbol of a tire, as on its side: <c>91V</c>.</summary>
/// <param name="Load">Load index, 50 to 199: a step of load, not a weight.</param>
/// <param name="Speed">Speed symbol, a letter.</param>
public sealed partial record TireRating(int Load, char Speed)
{
    /// <summary>Symbols from slow to fast (ISO 4000-1); H lies between U and V.</summary>
    private const string BySpeed = "JKLMNPQRSTUHVWY";

    /// <summary>Reads one such as <c>91V</c> or <c>91 v</c>; null where it is none.</summary>
    /// <param name="text">As typed.</param>
    public static TireRating? Read(string text) => Of(Whole().Match(text));

    /// <summary>The rating in a description after the size, such as <c>Coastal 205/55 R16 91V</c>; null where there is none.</summary>
    /// <param name="description">The description.</param>
    public static TireRating? In(string description) => Of(AfterSize().Match(description));

    private static TireRating? Of(Match match) =>
        match.Success
        && int.Parse(match.Groups["load"].ValueSpan, CultureInfo.InvariantCulture) is >= 50 and <= 199 and var load
        && char.ToUpperInvariant(match.Groups["speed"].ValueSpan[0]) is var speed
        && BySpeed.Contains(speed, StringComparison.Ordinal)
            ? new TireRating(load, speed)
            : null;

    /// <summary>It carries as much and is as fast as another, or more.</summary>
    /// <param name="least">What is needed at least.</param>
    public bool IsAtLeast(TireRating least) =>
        Load >= least.Load && BySpeed.IndexOf(Speed, StringComparison.Ordinal) >= BySpeed.IndexOf(least.Speed, StringComparison.Ordinal);

    /// <inheritdoc />
    public override string ToString() => string.Create(CultureInfo.InvariantCulture, $"{Load}{Speed}");

    [GeneratedRegex(@"^\s*(?<load>\d{2,3})\s*(?<speed>[A-Za-z])\s*$")]
    private static partial Regex Whole();

    [GeneratedRegex(@"\d{3}/\d{2}\s*R\d{2}C?\s+(?<load>\d{2,3})(?:/\d{2,3})?(?<speed>[A-Z])\b")]
    private static partial Regex AfterSize();
}
