using Yardstick.Core.Values;

namespace Yardstick.Core.WriteUp;

/// <summary>What generic trouble codes mean, in the shop's words. The list is <c>trouble-codes.tsv</c>.</summary>
public static class TroubleCodes
{
    private static readonly Lazy<IReadOnlyDictionary<string, string>> All = new(Read);

    /// <summary>Every code that is known, with its meaning.</summary>
    public static IReadOnlyDictionary<string, string> Known => All.Value;

    /// <summary>What a code means; a sentence that says why not where it is not known.</summary>
    public static string Meaning(TroubleCode code) =>
        Known.TryGetValue(code.Base, out var meaning) ? meaning
        : code.IsGeneric ? $"a generic {code.System} code, no description on file"
        : $"a {code.System} manufacturer-specific code";

    /// <summary>Codes that begin with what was typed, in order.</summary>
    /// <param name="typed">At least a letter and two digits.</param>
    public static IEnumerable<KeyValuePair<string, string>> Beginning(string typed)
    {
        var start = typed.Trim().ToUpperInvariant();
        return start.Length < 3 || start[0] is not ('P' or 'B' or 'C' or 'U')
            ? []
            : Known.Where(c => c.Key.StartsWith(start, StringComparison.Ordinal)).OrderBy(c => c.Key, StringComparer.Ordinal);
    }

    private static Dictionary<string, string> Read()
    {
        using var reader = new StreamReader(typeof(TroubleCodes).Assembly.GetManifestResourceStream("trouble-codes.tsv")!);
        var codes = new Dictionary<string, string>();
        while (reader.ReadLine() is { } line)
        {
            if (line.Split('\t') is [var code, var meaning])
                codes.Add(code, meaning);
        }
        return codes;
    }
}
