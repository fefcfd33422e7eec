using System.Globalization;

namespace Yardstick.Core.Values;

/// <summary>
/// Black or white, whichever is read better on a color: contrast as WCAG 2.2 has it, which is at least 4.5 for one of the two.
/// </summary>
public static class ContrastInk
{
    private const string Black = "#000000",
        White = "#ffffff";

    /// <summary>Reads a color of three bytes in hexadecimal, with or without #. Refuses with <c>shop.color</c>.</summary>
    /// <param name="typed">As typed; empty for none.</param>
    /// <param name="field">Where it was typed.</param>
    public static Result<string> Read(string typed, string field)
    {
        var digits = typed.TrimStart('#');
        return typed.Length == 0 ? ""
            : digits.Length == 6 && digits.All(char.IsAsciiHexDigit) ? $"#{digits.ToLowerInvariant()}"
            : new Problem("shop.color", "Enter a color as #1b4965, or nothing.", field);
    }

    /// <summary>What is read better on a color.</summary>
    /// <param name="color"><c>#rrggbb</c>.</param>
    public static string On(string color)
    {
        var light = Luminance(color);
        return 1.05 / (light + 0.05) >= (light + 0.05) / 0.05 ? White : Black;
    }

    // Relative luminance (WCAG 2.2, 1.4.3).
    private static double Luminance(string color) =>
        (0.2126 * Linear(color[1..3])) + (0.7152 * Linear(color[3..5])) + (0.0722 * Linear(color[5..7]));

    private static double Linear(string hex)
    {
        var part = int.Parse(hex, NumberStyles.HexNumber, CultureInfo.InvariantCulture) / 255.0;
        return part <= 0.04045 ? part / 12.92 : Math.Pow((part + 0.055) / 1.055, 2.4);
    }
}
