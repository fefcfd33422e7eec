using System.Text.RegularExpressions;
using Yardstick.Core.Orders;

namespace Yardstick.Core.Catalog;

/// <summary>Whether a tire or a battery is of the size that the specs of the vehicle name.</summary>
/// <param name="Words">What does not fit, as a sentence.</param>
/// <param name="Short">That in a few words, beside the line.</param>
/// <param name="Find">What to search for instead.</param>
public sealed partial record Fitment(string Words, string Short, string Find)
{
    /// <summary>What does not fit about a line; null where it fits, or where nobody can tell.</summary>
    /// <param name="specs">Specs of the vehicle.</param>
    /// <param name="line">The line.</param>
    /// <param name="part">Its catalog part; null where it has none.</param>
    public static Fitment? Misfit(VehicleSpecs specs, PartLine line, Part? part) =>
        line.IsExcluded ? null
        : SizeOf(line.Description) is { Length: > 0 } size ? Tire(specs, size, part?.Rating ?? TireRating.In(line.Description))
        : line.Category == "battery" && GroupOf(line.Description) is { Length: > 0 } group ? Battery(specs, group)
        : null;

    private static Fitment? Tire(VehicleSpecs specs, string size, TireRating? rating)
    {
        var sizes = specs.Facts.Where(f => f.Key is "tireSize" or "tireSizeAlso").Select(f => f.Value).ToList();
        if (sizes.Count == 0)
            return null;
        if (!sizes.Exists(s => SizeOf(s) == size))
            return new($"{size} does not fit: this vehicle takes {string.Join(" or ", sizes)}.", $"vehicle takes {sizes[0]}", sizes[0]);
        return
            specs.Facts.FirstOrDefault(f => f.Key == "tireRating") is { } fact
            && TireRating.Read(fact.Value) is { } least
            && rating is not null
            && !rating.IsAtLeast(least)
            ? new($"Rated {rating}: this vehicle needs at least {least}.", $"vehicle needs {least}", size)
            : null;
    }

    private static Fitment? Battery(VehicleSpecs specs, string group) =>
        specs.Facts.FirstOrDefault(f => f.Key == "batteryGroup") is { Value.Length: > 0 } fact
        && !string.Equals(fact.Value, group, StringComparison.OrdinalIgnoreCase)
            ? new($"Group {group} does not fit: this vehicle takes group {fact.Value}.", $"vehicle takes {fact.Value}", "battery")
            : null;

    /// <summary>The size in a text, as <c>205/55 R16</c>; empty where there is none.</summary>
    private static string SizeOf(string text) =>
        Size().Match(text) is { Success: true } found
            ? $"{found.Groups["width"].Value}/{found.Groups["ratio"].Value} R{found.Groups["rim"].Value}"
            : "";

    private static string GroupOf(string text) =>
        Group().Match(text) is { Success: true } found ? found.Groups["group"].Value.ToUpperInvariant() : "";

    [GeneratedRegex(@"\b(?<width>\d{3})\s*/\s*(?<ratio>\d{2})\s*Z?R\s*(?<rim>\d{2})\b", RegexOptions.IgnoreCase)]
    private static partial Regex Size();

    [GeneratedRegex(@"\bgroup\s+(?<group>[A-Z]?\d{1,3}[A-Z]?)\b", RegexOptions.IgnoreCase)]
    private static partial Regex Group();
}
