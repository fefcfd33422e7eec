namespace Yardstick.Core.Values;

/// <summary>How well something fits what was typed to find it.</summary>
public sealed class TextSearchScore
{
    private static readonly char[] Between = [' ', ',', '.', ';', ':', '(', ')', '-', '–', '&', '+', '/'];
    private readonly string typed;
    private readonly string[] words;

    /// <summary>Prepares what was typed.</summary>
    public TextSearchScore(string? text)
    {
        typed = (text ?? "").Trim().ToLowerInvariant();
        words = [.. Split(typed).Distinct()];
    }

    /// <summary>True where nothing was typed.</summary>
    public bool IsEmpty => words.Length == 0;

    /// <summary>
    /// Points of something: null where a word of what was typed begins none of its words. Its title counts more than its further words,
    /// whole words more than beginnings, and a title that begins as it was typed goes first.
    /// </summary>
    public int? Score(string title, string more = "")
    {
        if (IsEmpty)
            return 0;
        var (inTitle, inMore) = (Split(title.ToLowerInvariant()).ToList(), Split(more.ToLowerInvariant()).ToList());
        var score = title.StartsWith(typed, StringComparison.OrdinalIgnoreCase) ? 40 : 0;
        foreach (var word in words)
        {
            if (inTitle.Contains(word))
                score += 12;
            else if (inTitle.Exists(w => w.StartsWith(word, StringComparison.Ordinal)))
                score += 9;
            else if (inMore.Contains(word))
                score += 5;
            else if (inMore.Exists(w => w.StartsWith(word, StringComparison.Ordinal)))
                score += 3;
            else
                return null;
        }
        // Of two that have all the words, the one with fewer others is meant.
        return score * 10 - Math.Min(9, inTitle.Count);
    }

    private static IEnumerable<string> Split(string text) => text.Split(Between, StringSplitOptions.RemoveEmptyEntries).Select(Singular);

    private static string Singular(string word) =>
        word.Length > 3 && word.EndsWith('s') && !word.EndsWith("ss", StringComparison.Ordinal) ? word[..^1] : word;
}
