using System.Globalization;

namespace Yardstick.Core.Orders;

/// <summary>What a fact is used for; facts are grouped by it.</summary>
public enum FactUse
{
    /// <summary>What goes in: grade and amount.</summary>
    GoesIn,
    /// <summary>What wears out: numbers, sizes, limits.</summary>
    Wears,
    /// <summary>What is tightened.</summary>
    Tightened,
    /// <summary>What is set and reset.</summary>
    Set,
}

/// <summary>A fact about a car.</summary>
/// <param name="Key">Short name.</param>
/// <param name="Use">What it is used for.</param>
/// <param name="Title">What it tells.</param>
/// <param name="Value">The value in metric units, or words.</param>
/// <param name="Unit">L, Nm, bar, mm, g, °C; empty for words.</param>
/// <param name="Condition">When it holds, such as <c>with filter</c>.</param>
/// <param name="Caution">What to mind.</param>
/// <param name="Words">Further words by which it is found.</param>
public sealed record CarFact(string Key, FactUse Use, string Title, string Value, string Unit, string Condition, string Caution, string Words)
{
    /// <summary>The value as a figure; null for words.</summary>
    public decimal? Figure => Unit.Length > 0 && decimal.TryParse(Value, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var figure) ? figure : null;

    /// <summary>In the units of the shop first, then in the other system: <c>9.1 qt · 8.6 L</c>.</summary>
    public string Shown(bool metricFirst)
    {
        if (Figure is not { } figure) return Value;
        var metric = $"{figure.ToString("0.###", CultureInfo.InvariantCulture)} {Unit}";
        if (Units.Other(figure, Unit) is not { } other) return metric;
        return metricFirst ? $"{metric} · {other}" : $"{other} · {metric}";
    }

    /// <summary>In the shop's units only.</summary>
    public string Short(bool metricFirst) => Shown(metricFirst).Split(" · ")[0];
}

/// <summary>A part that wears, with its numbers.</summary>
/// <param name="Type">What it is in the words of the catalogs.</param>
/// <param name="Title">What it is.</param>
/// <param name="Number">The maker's number.</param>
/// <param name="Equivalents">Numbers of others for the same part.</param>
public sealed record WearPart(string Type, string Title, string Number, IReadOnlyList<string> Equivalents);

/// <summary>Facts about one car.</summary>
/// <param name="AsOf">The date of the data.</param>
/// <param name="Facts">The facts.</param>
/// <param name="Wear">Parts that wear.</param>
public sealed record CarFacts(DateOnly AsOf, IReadOnlyList<CarFact> Facts, IReadOnlyList<WearPart> Wear)
{
    private const decimal Least = 0.05m;

    /// <summary>The fact that tells the quantity of a line: its own, or that of its category.</summary>
    public CarFact? FactOf(Line line)
    {
        if (line.Kind != LineKind.Part) return null;
        var key = line.FactKey.Length > 0 ? line.FactKey : line.Category switch { "oil" => "engineOil", "coolant" => "coolantDrain", _ => "" };
        return key.Length == 0 ? null : Facts.FirstOrDefault(f => f.Key == key);
    }

    /// <summary>The quantity by the facts in the line's unit, to a tenth; null where none is known or the units don't go together.</summary>
    public decimal? QuantityFor(Line line)
    {
        if (FactOf(line) is not { Figure: { } figure } fact || line.Unit.Length == 0) return null;
        return Units.Convert(figure, fact.Unit, line.Unit) is { } amount && amount > 0 ? Math.Max(0.1m, decimal.Round(amount, 1, MidpointRounding.AwayFromZero)) : null;
    }

    /// <summary>The quantity that is proposed for a line; null where it agrees or a person chose already.</summary>
    public decimal? Correction(Line line) =>
        line is { GenericQuantity: null, ReceivedQuantity: 0, IsOn: true } && QuantityFor(line) is { } known && Math.Abs(known - line.Quantity) >= Least ? known : null;

    /// <summary>The few facts that the work on an order needs, those that its words and lines speak of first.</summary>
    /// <param name="order">The order.</param>
    /// <param name="most">At most so many.</param>
    public IReadOnlyList<CarFact> For(Order order, int most)
    {
        var words = WorkWords.Of(string.Join(' ', order.OnJobs.SelectMany(j => j.OnLines.Select(l => l.Description).Prepend(j.Title)).Concat(order.Concerns.Select(c => c.Says))));
        var named = order.OnJobs.SelectMany(j => j.OnLines).Select(l => FactOf(l)?.Key).OfType<string>().ToHashSet();
        return [.. Facts.Select((fact, at) => (fact, at, score: (named.Contains(fact.Key) ? 4 : 0) + WorkWords.Of($"{fact.Title} {fact.Words}").Count(words.Contains)))
            .Where(x => x.score > 0).OrderByDescending(x => x.score).ThenBy(x => x.at).DistinctBy(x => x.fact.Title).Take(most).Select(x => x.fact)];
    }
}

/// <summary>Units of both systems. Factors of NIST Special Publication 811, appendix B.</summary>
public static class Units
{
    private static readonly Dictionary<(string From, string To), decimal> Factors = new()
    {
        [("L", "qt")] = 1.056688m,
        [("L", "gal")] = 0.264172m,
        [("L", "pt")] = 2.113376m,
        [("L", "L")] = 1m,
        [("g", "lb")] = 0.00220462m,
        [("g", "oz")] = 0.0352740m,
        [("Nm", "lb·ft")] = 0.737562m,
        [("bar", "psi")] = 14.50377m,
        [("mm", "in")] = 0.0393701m,
    };

    /// <summary>Converts a figure; null where the units don't go together.</summary>
    public static decimal? Convert(decimal figure, string from, string to) => Factors.TryGetValue((from, to), out var factor) ? figure * factor : null;

    /// <summary>A metric figure in the other system, as it is read in a shop; null where there is none.</summary>
    public static string? Other(decimal figure, string unit)
    {
        string Text(string to, string format) => $"{Convert(figure, unit, to)!.Value.ToString(format, CultureInfo.InvariantCulture)} {to}";
        return unit switch
        {
            "L" => Text("qt", "0.0"),
            "Nm" => Text("lb·ft", "0"),
            "bar" => Text("psi", "0"),
            "mm" => Text("in", "0.000"),
            "g" => Text("oz", "0.0"),
            "°C" => $"{(figure * 9 / 5 + 32).ToString("0", CultureInfo.InvariantCulture)} °F",
            _ => null,
        };
    }
}
