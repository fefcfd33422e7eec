namespace Yardstick.Core.Catalog;

/// <summary>A file of the shop's own labor operations.</summary>
/// <param name="Operations">What was read, each code once.</param>
/// <param name="Refused">Rows that were not, with the reason.</param>
public sealed record ShopLaborFile(IReadOnlyCollection<ShopLaborOperation> Operations, IReadOnlyList<(int Row, string Why)> Refused)
{
    /// <summary>What the file would make of a guide that it takes the place of.</summary>
    /// <param name="present">The guide as it is.</param>
    public LaborGuideChange Against(IEnumerable<ShopLaborOperation> present)
    {
        var before = present.ToDictionary(o => o.Code, StringComparer.OrdinalIgnoreCase);
        var known = Operations.Where(o => before.ContainsKey(o.Code)).ToList();
        return new LaborGuideChange(
            Operations.Count - known.Count,
            known.Count(o => !o.Row().SequenceEqual(before[o.Code].Row())),
            before.Count - known.Count
        );
    }

    /// <summary>Reads a table. Refuses with <c>guide.columns</c> and <c>guide.empty</c>.</summary>
    /// <param name="headings">Names of the columns, in any order and in small or capital letters.</param>
    /// <param name="rows">The rows with their number in the file.</param>
    public static Result<ShopLaborFile> Read(IReadOnlyList<string> headings, IReadOnlyList<(int Line, string[] Cells)> rows)
    {
        var head = headings.ToList();
        int At(string name) => head.FindIndex(h => string.Equals(h, name, StringComparison.OrdinalIgnoreCase));
        if (At("title") < 0 || At("hours") < 0)
        {
            return new Problem(
                "guide.columns",
                "The first row must be a header row. Title and hours are required; code, system, words, skill, make, model and contains are optional."
            );
        }
        var made = new Dictionary<string, ShopLaborOperation>(StringComparer.OrdinalIgnoreCase);
        var refused = new List<(int, string)>();
        foreach (var (line, cells) in rows)
        {
            var operation = ShopLaborOperation.Read(column => At(column) is var at && at >= 0 && at < cells.Length ? cells[at] : "");
            if (operation.Problem is { } problem)
                refused.Add((line, problem.Message));
            else if (!made.TryAdd(operation.Value.Code, operation.Value))
                refused.Add((line, $"The code {operation.Value.Code} is in the file twice."));
        }
        if (made.Count == 0)
            return new Problem("guide.empty", $"No row could be read. {refused.FirstOrDefault().Item2}".TrimEnd());
        return new ShopLaborFile(made.Values, refused);
    }
}
