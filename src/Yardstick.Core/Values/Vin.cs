namespace Yardstick.Core.Values;

/// <summary>A vehicle identification number: 17 characters without I, O and Q.</summary>
public readonly record struct Vin(string Text)
{
    private const string Letters = "ABCDEFGHJKLMNPRSTUVWXYZ";
    private static readonly int[] LetterValues = [1, 2, 3, 4, 5, 6, 7, 8, 1, 2, 3, 4, 5, 7, 9, 2, 3, 4, 5, 6, 7, 8, 9];
    private static readonly int[] Weights = [8, 7, 6, 5, 4, 3, 2, 10, 0, 9, 8, 7, 6, 5, 4, 3, 2];

    /// <summary>Understands a VIN; spaces and small letters are let pass.</summary>
    public static Result<Vin> Parse(string? text, string field = "vin")
    {
        var vin = string.Concat((text ?? "").Where(c => !char.IsWhiteSpace(c))).ToUpperInvariant();
        if (vin.Length != 17) return new Problem("vin.length", $"A VIN has 17 characters; this one has {vin.Length}.", field);
        foreach (var c in vin)
        {
            if (c is 'I' or 'O' or 'Q') return new Problem("vin.letter", $"A VIN never has the letter {c}; it is probably {(c == 'I' ? '1' : '0')}.", field);
            if (!char.IsAsciiDigit(c) && !Letters.Contains(c)) return new Problem("vin.letter", $"\"{c}\" can't stand in a VIN.", field);
        }
        return new Vin(vin);
    }

    /// <summary>The check digit that position 9 should have (49 CFR 565.15, table IV): a digit, or X for ten.</summary>
    public char CheckDigit
    {
        get
        {
            var sum = 0;
            for (var i = 0; i < 17; i++) sum += Value(Text[i]) * Weights[i];
            return sum % 11 == 10 ? 'X' : (char)('0' + sum % 11);
        }
    }

    /// <summary>Whether position 9 is right. It binds cars made for North America from 1981; others get a warning only.</summary>
    public bool CheckDigitFits => Text[8] == CheckDigit;

    private static int Value(char c) => char.IsAsciiDigit(c) ? c - '0' : LetterValues[Letters.IndexOf(c)];

    /// <inheritdoc />
    public override string ToString() => Text;
}
