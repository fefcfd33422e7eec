namespace Yardstick.Core.Values;

/// <summary>A license plate as it is written on the car, and the form in which it is searched.</summary>
public readonly record struct Plate
{
    private readonly string? text;

    private Plate(string text) => this.text = text;

    /// <summary>None: nobody has read it yet.</summary>
    public static readonly Plate None;

    /// <summary>As it is written; empty for none.</summary>
    public string Text => text ?? "";

    /// <summary>True where there is one.</summary>
    public bool IsKnown => Text.Length > 0;

    /// <summary>One that was kept as it was read. What people type goes through <see cref="Parse"/>.</summary>
    public static Plate Kept(string text) => text.Length == 0 ? None : new(text);

    /// <summary>Understands a plate: trimmed, in capitals, single spaces.</summary>
    public static Result<Plate> Parse(string? text, string field = "plate")
    {
        var plate = string.Join(' ', (text ?? "").ToUpperInvariant().Split(' ', StringSplitOptions.RemoveEmptyEntries));
        if (plate.Length is 0 or > 12 || !plate.Any(char.IsLetterOrDigit))
            return new Problem("plate.unreadable", "Enter a plate of 1 to 12 letters and digits.", field);
        return new Plate(plate);
    }

    /// <summary>Letters and digits only, for finding it however it is spelled.</summary>
    public string Searched => Normal(Text);

    /// <summary>The same of a text that may be one.</summary>
    public static string Normal(string text) => string.Concat(text.Where(char.IsLetterOrDigit)).ToUpperInvariant();

    /// <inheritdoc />
    public override string ToString() => Text;
}
