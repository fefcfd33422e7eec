using System.Globalization;
using Yardstick.Core.Values;

namespace Yardstick.Core.Catalog;

/// <summary>A fact about a car.</summary>
/// <param name="Key">Short name.</param>
/// <param name="Use">What it is used for.</param>
/// <param name="Title">What it tells.</param>
/// <param name="Value">The value in metric units, or words.</param>
/// <param name="Unit">L, Nm, bar, mm, g, °C; empty for words.</param>
/// <param name="Condition">When it holds, such as <c>with filter</c>.</param>
/// <param name="Caution">What to mind.</param>
/// <param name="Words">Further words by which it is found.</param>
public sealed record SpecValue(
    string Key,
    SpecUse Use,
    string Title,
    string Value,
    string Unit,
    string Condition,
    string Caution,
    string Words
)
{
    /// <summary>The value as a figure; null for words.</summary>
    public decimal? Figure =>
        Unit.Length > 0 && decimal.TryParse(Value, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var figure)
            ? figure
            : null;

    /// <summary>In the units of the shop first, then in the other system: <c>9.1 qt · 8.6 L</c>.</summary>
    public string Shown(bool metricFirst)
    {
        if (Figure is not { } figure)
            return Value;
        var metric = $"{figure.ToString("0.###", CultureInfo.InvariantCulture)} {Unit}";
        if (Units.Other(figure, Unit) is not { } other)
            return metric;
        return metricFirst ? $"{metric} · {other}" : $"{other} · {metric}";
    }

    /// <summary>In the shop's units only.</summary>
    public string Short(bool metricFirst) => Shown(metricFirst).Split(" · ")[0];
}
