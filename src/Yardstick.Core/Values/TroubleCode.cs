using System.Text.RegularExpressions;

namespace Yardstick.Core.Values;

/// <summary>
/// A diagnostic trouble code in the form of SAE J2012: a letter for the system, a digit that tells generic from maker's own codes,
/// three hexadecimal digits; a failure type of two more digits may follow a hyphen.
/// </summary>
public readonly partial record struct TroubleCode(string Text)
{
    /// <summary>Understands a code.</summary>
    public static Result<TroubleCode> Parse(string? text, string field = "code")
    {
        var match = Form().Match((text ?? "").Trim());
        return match.Success && match.Length == (text ?? "").Trim().Length
            ? new TroubleCode(Normal(match))
            : new Problem("troubleCode.form", "A trouble code is a letter (P, B, C or U) with four digits, such as P0420.", field);
    }

    /// <summary>Every code in a text, in order.</summary>
    public static IEnumerable<TroubleCode> In(string? text) => Form().Matches(text ?? "").Select(m => new TroubleCode(Normal(m)));

    private static string Normal(Match match) =>
        match.Groups[1].Value.ToUpperInvariant() + (match.Groups[2].Success ? $"-{match.Groups[2].Value.ToUpperInvariant()}" : "");

    /// <summary>The code without its failure type.</summary>
    public string Base => Text[..5];

    /// <summary>The system that it speaks of.</summary>
    public string System =>
        Text[0] switch
        {
            'P' => "powertrain",
            'B' => "body",
            'C' => "chassis",
            _ => "network",
        };

    /// <summary>
    /// True for codes that every maker uses alike; others mean what their maker says. P0, P2 and P34 to P39 are generic, P1 and P30 to
    /// P33 are the maker's; of B, C and U the digits 0 and 3 are generic, 1 and 2 the maker's.
    /// </summary>
    public bool IsGeneric =>
        (Text[0], Text[1]) switch
        {
            ('P', '0' or '2') => true,
            ('P', '3') => Text[2] >= '4',
            ('P', _) => false,
            (_, '0' or '3') => true,
            _ => false,
        };

    [GeneratedRegex(@"\b([PBCU][0-3][0-9A-F]{3})(?:-([0-9A-F]{2}))?\b", RegexOptions.IgnoreCase)]
    private static partial Regex Form();
}
