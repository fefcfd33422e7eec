namespace Yardstick.Core.Orders;

/// <summary>Words that the shop uses again and again; every new one joins by being used.</summary>
public class Phrase
{
    /// <summary>Longest text that is kept as a phrase.</summary>
    public const int Longest = 140;

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>Where it is used.</summary>
    public PhraseUse Use { get; init; }

    /// <summary>The words.</summary>
    public required string Text { get; init; }

    /// <summary>How often it was used.</summary>
    public int Uses { get; internal set; }

    /// <summary>When it was used last, UTC.</summary>
    public Instant LastUsedAt { get; internal set; }

    /// <summary>Not offered any more, UTC; kept so that it can come back.</summary>
    public Instant? ForgottenAt { get; internal set; }

    /// <summary>The phrase that a text is kept as; null where it is too long, or no words at all.</summary>
    public static string? Of(string? text)
    {
        var words = string.Join(' ', (text ?? "").Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries));
        return words.Length is < 3 or > Longest ? null : words;
    }

    /// <summary>
    /// Phrases that fit what was typed: those that begin with it, then those that have all its words; within each the most used first.
    /// </summary>
    public static IEnumerable<Phrase> Fitting(IEnumerable<Phrase> phrases, string typed)
    {
        var words = typed.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries);
        return phrases
            .Where(p => p.ForgottenAt is null && words.All(w => p.Text.Contains(w, StringComparison.OrdinalIgnoreCase)))
            .OrderByDescending(p => words.Length > 0 && p.Text.StartsWith(typed.Trim(), StringComparison.OrdinalIgnoreCase))
            .ThenByDescending(p => p.Uses)
            .ThenByDescending(p => p.LastUsedAt)
            .ThenBy(p => p.Text, StringComparer.Ordinal);
    }

    /// <summary>Forgets it, or knows it again.</summary>
    /// <param name="off">True takes it off, false brings it back.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public void Forget(bool off, Instant utcNow) => ForgottenAt = off ? utcNow : null;

    /// <summary>Somebody wrote it once more.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    public void WasUsed(Instant utcNow)
    {
        Uses++;
        LastUsedAt = utcNow;
    }
}
