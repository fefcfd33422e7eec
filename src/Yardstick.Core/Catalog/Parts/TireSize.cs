namespace Yardstick.Core.Catalog;

/// <summary>Tire sizes as people type them: <c>205/55R16</c>, <c>2055516</c>, <c>r17</c>.</summary>
public static class TireSize
{
    /// <summary>The digits of a size or of a rim; empty where something else was typed, or fewer than two digits.</summary>
    /// <param name="typed">What was typed.</param>
    /// <example><c>205/55R16</c> gives <c>2055516</c>, <c>r17</c> gives <c>17</c>, <c>oil 5w30</c> gives nothing.</example>
    public static string DigitsOf(string typed)
    {
        if (!typed.All(c => char.IsAsciiDigit(c) || c is '/' or ' ' or 'r' or 'R' or '"' or '-'))
            return "";
        var digits = string.Concat(typed.Where(char.IsAsciiDigit));
        return digits.Length >= 2 && digits.Length > typed.Count(char.IsLetter) ? digits : "";
    }

    /// <summary>Whether a tire is of a size: two digits are its rim, more are the beginning of its size.</summary>
    /// <param name="description">Description of the tire, which holds its size.</param>
    /// <param name="digits">Digits from <see cref="DigitsOf"/>.</param>
    public static bool Fits(string description, string digits)
    {
        var size = string.Concat(description.Where(char.IsAsciiDigit));
        return digits.Length == 2 ? size.EndsWith(digits, StringComparison.Ordinal) : size.StartsWith(digits, StringComparison.Ordinal);
    }
}
