namespace Yardstick.Server.Orders;

/// <summary>Finds out which parts of a sheet a screen lacks.</summary>
/// <param name="has">Tags by part, as the screen named them.</param>
/// <param name="hash">Hashes parts.</param>
internal sealed class SheetTags(IReadOnlyDictionary<string, string> has, PartHash hash)
{
    /// <summary>The header in which a screen names what it has.</summary>
    internal const string HeaderName = "X-Sheet";
    private readonly List<SheetTag> all = [];

    /// <summary>Every part that was looked at.</summary>
    internal IReadOnlyList<SheetTag> All => all;

    /// <summary>What a screen says that it has: <c>header=Xy1,job:12=Zq3</c>. What can't be read is taken as missing.</summary>
    internal static IReadOnlyDictionary<string, string> Read(string text)
    {
        var has = new Dictionary<string, string>(StringComparer.Ordinal);
        foreach (var entry in text.Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries))
        {
            var equals = entry.IndexOf('=', StringComparison.Ordinal);
            if (equals > 0) has[entry[..equals]] = entry[(equals + 1)..];
        }
        return has;
    }

    /// <summary>The part, or null where the screen has it just so.</summary>
    internal T? Lacking<T>(string part, T content) where T : class
    {
        var tag = hash.Of(content);
        all.Add(new SheetTag(part, tag));
        return has.TryGetValue(part, out var known) && known == tag ? null : content;
    }
}
