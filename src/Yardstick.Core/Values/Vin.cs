namespace Yardstick.Core.Values;

/// <summary>A vehicle identification number: 17 characters without I, O and Q.</summary>
public readonly record struct Vin
{
    private readonly string? text;

    private Vin(string text) => this.text = text;

    /// <summary>None: nobody has read it yet.</summary>
    public static readonly Vin None;

    /// <summary>As it is written; empty for none.</summary>
    public string Text => text ?? "";

    /// <summary>True where there is one.</summary>
    public bool IsKnown => Text.Length > 0;

    /// <summary>One that was kept as it was read. What people type goes through <see cref="Parse"/>.</summary>
    public static Vin Kept(string text) => text.Length == 0 ? None : new(text);

    private const string Letters = "ABCDEFGHJKLMNPRSTUVWXYZ";
    private static readonly int[] LetterValues = [1, 2, 3, 4, 5, 6, 7, 8, 1, 2, 3, 4, 5, 7, 9, 2, 3, 4, 5, 6, 7, 8, 9];
    private static readonly string[] Misread = ["5S", "8B", "0D", "2Z", "17"];
    private const string Years = "ABCDEFGHJKLMNPRSTVWXY123456789";
    private static readonly int[] Weights = [8, 7, 6, 5, 4, 3, 2, 10, 0, 9, 8, 7, 6, 5, 4, 3, 2];

    /// <summary>Understands a VIN; spaces and small letters are let pass.</summary>
    public static Result<Vin> Parse(string? text, string field = "vin")
    {
        var vin = string.Concat((text ?? "").Where(c => !char.IsWhiteSpace(c))).ToUpperInvariant();
        if (vin.Length != 17)
            return new Problem("vin.length", $"A VIN has 17 characters; this one has {vin.Length}.", field);
        foreach (var c in vin)
        {
            if (c is 'I' or 'O' or 'Q')
                return new Problem("vin.letter", $"A VIN never has the letter {c}; it is probably {(c == 'I' ? '1' : '0')}.", field);
            if (!char.IsAsciiDigit(c) && !Letters.Contains(c))
                return new Problem("vin.letter", $"\"{c}\" is not used in VINs. Check that character.", field);
        }
        return new Vin(vin);
    }

    /// <summary>The check digit that position 9 should have (49 CFR 565.15, table IV): a digit, or X for ten.</summary>
    public char CheckDigit
    {
        get
        {
            var sum = 0;
            for (var i = 0; i < 17; i++)
                sum += Value(Text[i]) * Weights[i];
            return sum % 11 == 10 ? 'X' : (char)('0' + sum % 11);
        }
    }

    /// <summary>Whether position 9 is right. It binds cars made for North America from 1981; others get a warning only.</summary>
    public bool CheckDigitFits => Text[8] == CheckDigit;

    /// <summary>
    /// The single-character misreadings and swaps of neighbours that would make the check digit right: 5/S, 8/B, 0/D, 2/Z,
    /// 1/7. Empty where the check digit fits already.
    /// </summary>
    public IReadOnlyList<Vin> Corrections()
    {
        if (CheckDigitFits)
            return [];
        var found = new List<Vin>();
        void Try(char[] letters)
        {
            var candidate = new Vin(new string(letters));
            if (candidate.CheckDigitFits && !found.Contains(candidate))
                found.Add(candidate);
        }
        for (var i = 0; i < 17; i++)
        {
            foreach (var pair in Misread)
            {
                var at = pair.IndexOf(Text[i], StringComparison.Ordinal);
                if (at < 0)
                    continue;
                var letters = Text.ToCharArray();
                letters[i] = pair[1 - at];
                Try(letters);
            }
            if (i == 16 || Text[i] == Text[i + 1])
                continue;
            var swapped = Text.ToCharArray();
            (swapped[i], swapped[i + 1]) = (swapped[i + 1], swapped[i]);
            Try(swapped);
        }
        return found;
    }

    /// <summary>
    /// The model year by position 10 (49 CFR 565.15, table VII), position 7 choosing the cycle of light vehicles: a letter
    /// there means 2010 or later. Null where position 10 tells none.
    /// </summary>
    public int? ModelYear
    {
        get
        {
            var at = Years.IndexOf(Text[9], StringComparison.Ordinal);
            return at < 0 ? null : (char.IsAsciiLetter(Text[6]) ? 2010 : 1980) + at;
        }
    }

    private static int Value(char c) => char.IsAsciiDigit(c) ? c - '0' : LetterValues[Letters.IndexOf(c)];

    /// <inheritdoc />
    public override string ToString() => Text;
}
