using System.Globalization;

namespace Yardstick.Core.Values;

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
    public static decimal? Convert(decimal figure, string from, string to) =>
        Factors.TryGetValue((from, to), out var factor) ? figure * factor : null;

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
