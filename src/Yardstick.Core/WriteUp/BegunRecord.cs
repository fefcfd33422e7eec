using System.Text.RegularExpressions;
using PhoneNumbers;
using Yardstick.Core.Values;

namespace Yardstick.Core.WriteUp;

/// <summary>
/// What was typed to find somebody, each piece in the field of a new record to which it belongs:
/// <c>Kofi Marsh 207 555 0142</c> is a name and a phone number, <c>Marsh, Kofi kofi@mail.example LBT 4471</c> a name, an email address and
/// a plate.
/// </summary>
/// <param name="FirstName">First names.</param>
/// <param name="LastName">Last name.</param>
/// <param name="BusinessName">A business, where the words end like one.</param>
/// <param name="Phone">Telephone, as typed.</param>
/// <param name="Email">Email address.</param>
/// <param name="Plate">Plate, as typed.</param>
/// <param name="Vin">VIN.</param>
public sealed partial record BegunRecord(
    string FirstName,
    string LastName,
    string BusinessName,
    string Phone,
    string Email,
    string Plate,
    string Vin
)
{
    private const int Longest = 200,
        FewestDigits = 7;
    private static readonly string[] BusinessEndings = ["llc", "inc", "corp", "co", "ltd", "company", "garage", "plumbing", "electric"];

    /// <summary>Reads what was typed; nothing of it is lost: what is nothing else is a name.</summary>
    /// <param name="text">What was typed; 200 characters are read.</param>
    /// <param name="country">Country of telephone numbers without one.</param>
    public static BegunRecord Read(string? text, string country)
    {
        var rest = (text ?? "").Trim();
        rest = rest.Length > Longest ? rest[..Longest] : rest;
        var email = Take(ref rest, Words(rest).FirstOrDefault(w => w.Contains('@', StringComparison.Ordinal) && EmailAddress.Parse(w).Ok));
        var vin = Take(ref rest, Words(rest).FirstOrDefault(w => w.Length == 17 && Values.Vin.Parse(w).Ok));
        var phone = Take(ref rest, PhoneIn(rest, country));
        var plate = Take(ref rest, PlateIn(rest));
        var words = Words(rest).ToList();
        if (words.Count > 1 && BusinessEndings.Contains(words[^1].TrimEnd('.').ToLowerInvariant()))
            return new("", "", string.Join(' ', words), phone, email, plate, vin);
        var comma = words.FindIndex(w => w.EndsWith(','));
        if (comma >= 0 && comma < words.Count - 1)
            return new(
                string.Join(' ', words[(comma + 1)..]),
                string.Join(' ', words[..(comma + 1)]).TrimEnd(','),
                "",
                phone,
                email,
                plate,
                vin
            );
        return words.Count == 0
            ? new("", "", "", phone, email, plate, vin)
            : new(string.Join(' ', words[..^1]), words[^1].TrimEnd(','), "", phone, email, plate, vin);
    }

    private static IEnumerable<string> Words(string text) => text.Split(' ', StringSplitOptions.RemoveEmptyEntries);

    private static string Take(ref string rest, string? piece)
    {
        if (string.IsNullOrEmpty(piece))
            return "";
        var at = rest.IndexOf(piece, StringComparison.Ordinal);
        rest = $"{rest[..at]} {rest[(at + piece.Length)..]}".Trim();
        return piece.Trim();
    }

    private static string? PhoneIn(string text, string country) =>
        PhoneNumberUtil
            .GetInstance()
            .FindNumbers(text, country, PhoneNumberUtil.Leniency.POSSIBLE, 10)
            .Select(m => m.RawString)
            .FirstOrDefault(raw => raw.Count(char.IsAsciiDigit) >= FewestDigits);

    /// <summary>A plate has letters and digits, in one piece or in two; a word that is only a name or only a number is none.</summary>
    private static string? PlateIn(string text)
    {
        var whole = Words(text).FirstOrDefault(w => w.Length is >= 4 and <= 8 && MixedWord().IsMatch(w));
        return whole ?? (TwoPieces().Match(text) is { Success: true } match ? match.Value.Trim() : null);
    }

    [GeneratedRegex(@"^(?=.*\d)(?=.*[A-Za-z])[A-Za-z0-9-]+$")]
    private static partial Regex MixedWord();

    [GeneratedRegex(@"(?<![^\s])(?:[A-Z]{1,3} \d{2,4}|\d{1,4} [A-Z]{2,3})(?![^\s])")]
    private static partial Regex TwoPieces();
}
