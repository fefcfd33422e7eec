namespace Yardstick.Core.Catalog;

/// <summary>
/// By what the shop's catalog is searched for a type of part: numbers that fit the car, or for fluids a category and words.
/// </summary>
/// <param name="Numbers">Numbers of the same part; empty for fluids.</param>
/// <param name="Category">Category of a fluid; empty where numbers are known.</param>
/// <param name="Words">Words in a fluid's description; empty for any.</param>
public sealed record PartSearch(IReadOnlyList<string> Numbers, string Category, string Words)
{
    private static readonly Dictionary<string, string> Fluids = new()
    {
        ["engine-oil"] = "oil",
        ["coolant"] = "coolant",
        ["brake-fluid"] = "fluid",
        ["transmission-fluid"] = "fluid",
        ["refrigerant"] = "ac",
    };

    /// <summary>How to search; null where the catalog can't tell what fits.</summary>
    /// <param name="type">What it is in the words of the catalogs.</param>
    /// <param name="facts">What is known of the car; null for nothing.</param>
    public static PartSearch? For(string type, VehicleSpecs? facts)
    {
        if (facts?.Wear.FirstOrDefault(w => w.Type == type) is { } wear)
            return new([.. wear.Equivalents, wear.Number], "", "");
        if (!Fluids.TryGetValue(type, out var category))
            return null;
        return new(
            [],
            category,
            type == "engine-oil" ? facts?.Facts.FirstOrDefault(f => f.Key == "oilGrade")?.Value ?? "" : type.Split('-')[0]
        );
    }

    /// <summary>Of the parts that fit, the one of which most is free; null where none fits.</summary>
    public Part? Best(IEnumerable<Part> catalog) => catalog.Where(Finds).OrderByDescending(p => p.Free).FirstOrDefault();

    private bool Finds(Part part) =>
        part.WithdrawnAt is null
        && (
            Numbers.Count > 0
                ? Numbers.Contains(part.Number)
                : part.Category == Category && part.Description.Contains(Words, StringComparison.OrdinalIgnoreCase)
        );
}
