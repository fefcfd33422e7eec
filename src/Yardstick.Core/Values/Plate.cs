namespace Yardstick.Core.Values;

/// <summary>A license plate as it is written on the car, and the form in which it is searched.</summary>
public readonly record struct Plate(string Text)
{
    /// <summary>Understands a plate: trimmed, in capitals, single spaces.</summary>
    public static Result<Plate> Parse(string? text, string field = "plate")
    {
        var plate = string.Join(' ', (text ?? "").ToUpperInvariant().Split(' ', StringSplitOptions.RemoveEmptyEntries));
        if (plate.Length is 0 or > 12 || !plate.Any(char.IsLetterOrDigit))
            return new Problem("plate.unreadable", "A plate has 1 to 12 letters and digits.", field);
        return new Plate(plate);
    }

    /// <summary>Letters and digits only, for finding it however it is spelled.</summary>
    public static string Normal(string text) => string.Concat(text.Where(char.IsLetterOrDigit)).ToUpperInvariant();
}
