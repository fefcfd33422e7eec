namespace Yardstick.Core;

/// <summary>
/// Every problem that the program knows, by its code, with its kind and its meaning: <c>problems.tsv</c>. A test holds it against the
/// sources.
/// </summary>
public static class ProblemCatalogue
{
    /// <summary>All problems by code.</summary>
    public static IReadOnlyDictionary<string, ProblemEntry> All { get; } = Read();

    /// <summary>The kind of a problem; <see cref="ProblemKind.Refused"/> for a code that is not in the catalogue.</summary>
    public static ProblemKind KindOf(string code) => All.TryGetValue(code, out var entry) ? entry.Kind : ProblemKind.Refused;

    private static Dictionary<string, ProblemEntry> Read()
    {
        using var reader = new StreamReader(typeof(ProblemCatalogue).Assembly.GetManifestResourceStream("problems.tsv")!);
        return reader
            .ReadToEnd()
            .Split('\n', StringSplitOptions.RemoveEmptyEntries)
            .Select(row => row.Split('\t'))
            .ToDictionary(c => c[0], c => new ProblemEntry(c[0], Enum.Parse<ProblemKind>(c[1], ignoreCase: true), c[2]));
    }
}
