using System.Globalization;
using System.Text;

namespace Yardstick.Core.Values;

/// <summary>How alike two names are, for typing slips and for one person under two spellings.</summary>
public static class NameSimilarity
{
    /// <summary>A name as it is compared: small letters without accents, letters and digits only, single spaces.</summary>
    public static string Plain(string name)
    {
        var plain = new StringBuilder(name.Length);
        foreach (var c in name.Normalize(NormalizationForm.FormD))
        {
            if (CharUnicodeInfo.GetUnicodeCategory(c) == UnicodeCategory.NonSpacingMark)
                continue;
            if (char.IsLetterOrDigit(c))
                plain.Append(char.ToLowerInvariant(c));
            else if (plain.Length > 0 && plain[^1] != ' ')
                plain.Append(' ');
        }
        return plain.ToString().TrimEnd();
    }

    /// <summary>
    /// Optimal string alignment distance: insertions, deletions, substitutions and swaps of neighbours that turn one word
    /// into the other (Damerau 1964, each part of a word being edited once).
    /// </summary>
    public static int Distance(string one, string other)
    {
        var (before, last, now) = (new int[other.Length + 1], new int[other.Length + 1], new int[other.Length + 1]);
        for (var j = 0; j <= other.Length; j++)
            last[j] = j;
        for (var i = 1; i <= one.Length; i++)
        {
            now[0] = i;
            for (var j = 1; j <= other.Length; j++)
            {
                var cost = one[i - 1] == other[j - 1] ? 0 : 1;
                now[j] = Math.Min(Math.Min(last[j] + 1, now[j - 1] + 1), last[j - 1] + cost);
                if (i > 1 && j > 1 && one[i - 1] == other[j - 2] && one[i - 2] == other[j - 1])
                    now[j] = Math.Min(now[j], before[j - 2] + 1);
            }
            (before, last, now) = (last, now, before);
        }
        return last[other.Length];
    }

    /// <summary>How many slips a word of this length may hold and still be taken for the other.</summary>
    public static int Allowed(int length) =>
        length switch
        {
            < 4 => 0,
            < 8 => 1,
            _ => 2,
        };

    /// <summary>
    /// Slips between what was typed and a name of one or more words: for each typed word the nearest word of the name, a
    /// typed word also being compared with the beginning of a longer one. Null where a typed word is like none.
    /// </summary>
    public static int? Slips(string typed, string name)
    {
        var words = Plain(name).Split(' ', StringSplitOptions.RemoveEmptyEntries);
        var sum = 0;
        foreach (var word in Plain(typed).Split(' ', StringSplitOptions.RemoveEmptyEntries))
        {
            int? best = null;
            foreach (var candidate in words)
            {
                var slips = Distance(word, candidate);
                if (candidate.Length > word.Length)
                    slips = Math.Min(slips, Distance(word, candidate[..word.Length]));
                if (slips <= Allowed(word.Length) && (best is null || slips < best))
                    best = slips;
            }
            if (best is null)
                return null;
            sum += best.Value;
        }
        return sum;
    }
}
