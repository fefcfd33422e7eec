namespace Yardstick.Core.Catalog;

/// <summary>Whether two titles speak of the same work.</summary>
public static class WorkTitleMatch
{
    private static readonly HashSet<string> Small =
    [
        "a",
        "an",
        "and",
        "the",
        "of",
        "for",
        "with",
        "to",
        "at",
        "on",
        "in",
        "or",
        "service",
        "replace",
        "change",
        "one",
        "pair",
    ];

    /// <summary>
    /// The words that tell what the work is on, without endings of number; that it is replaced or changed goes without saying.
    /// </summary>
    public static HashSet<string> Of(string text) =>
        text.ToLowerInvariant()
            .Split([.. " ,.;:/()-–&+"], StringSplitOptions.RemoveEmptyEntries)
            .Where(w => !Small.Contains(w))
            .Select(Singular)
            .ToHashSet();

    private static string Singular(string word) =>
        word.Length > 3 && word.EndsWith('s') && !word.EndsWith("ss", StringComparison.Ordinal) ? word[..^1] : word;

    /// <summary>True where all words of the shorter title are in the longer one.</summary>
    public static bool Same(string one, string other)
    {
        var (a, b) = (Of(one), Of(other));
        return a.Count > 0 && b.Count > 0 && (a.Count <= b.Count ? a.IsSubsetOf(b) : b.IsSubsetOf(a));
    }

    /// <summary>
    /// The canned job that does the work: all words of the work are in its title or its search words, the closest title first.
    /// </summary>
    public static CannedJob? Canned(string work, IEnumerable<CannedJob> jobs)
    {
        var words = Of(work);
        return words.Count == 0
            ? null
            : jobs.Where(j => words.IsSubsetOf(Of($"{j.Title} {j.System} {j.Words}")))
                .OrderBy(j => Of(j.Title).Except(words).Count())
                .ThenBy(j => j.Id)
                .FirstOrDefault();
    }
}
