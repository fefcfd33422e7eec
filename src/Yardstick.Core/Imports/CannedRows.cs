using Yardstick.Core.Catalog;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;

namespace Yardstick.Core.Imports;

/// <summary>
/// Canned jobs as rows of a file: a row for each line, all rows of a job with its title; what belongs to the job itself stands in its first
/// row. A file that was exported makes the same jobs again, but for the alternatives of each.
/// </summary>
public static class CannedRows
{
    private static readonly Dictionary<LineKind, string> Kinds = new()
    {
        [LineKind.Labor] = "labor",
        [LineKind.Part] = "part",
        [LineKind.Sublet] = "sublet",
        [LineKind.Fee] = "fee",
        [LineKind.Text] = "comment",
    };

    /// <summary>The rows of a job, each cell by the name of its field.</summary>
    /// <param name="job">The job as it would be typed.</param>
    public static IReadOnlyList<IReadOnlyDictionary<string, string>> Of(CannedForm job)
    {
        var rows = job.Lines.Select(LineCells).ToList();
        if (rows.Count == 0)
            rows.Add([]);
        foreach (var row in rows)
            row["title"] = job.Title;
        var first = rows[0];
        foreach (var (field, value) in JobCells(job))
            first[field] = value;
        return rows;
    }

    private static (string Field, string Value)[] JobCells(CannedForm job) =>
        [
            ("system", job.System),
            ("words", job.Words),
            ("fixedPrice", job.FixedPrice),
            ("customerText", job.CustomerText),
            ("checklist", job.Checklist.Replace("\n", "; ", StringComparison.Ordinal)),
            ("countUnit", job.CountUnit),
            ("count", job.Count),
            ("discount", job.Discount),
            ("discountOn", job.Discount.Length > 0 ? job.DiscountOn.ToString().ToLowerInvariant() : ""),
            ("credit", job.Credit),
            ("skill", job.Skill),
            ("equipment", job.Equipment.Replace(", ", "; ", StringComparison.Ordinal)),
            ("checkWanted", Yes(job.CheckWanted)),
            ("linesOpen", Yes(job.LinesOpen)),
            ("favorite", Yes(job.Favorite)),
        ];

    private static Dictionary<string, string> LineCells(CannedLineForm line) =>
        new()
        {
            ["kind"] = Kinds[line.Kind],
            ["description"] = line.Description,
            ["number"] = line.Number,
            ["quantity"] = line.Count,
            ["amount"] = line.Amount,
            ["laborRate"] = line.LaborRate,
            ["passThrough"] = Yes(line.PassThrough),
            ["optional"] = Yes(line.IsAddition),
            ["perCount"] = Yes(line.PerCount),
            ["spec"] = line.FactKey,
            ["followsSpec"] = Yes(line.FollowsFact),
        };

    /// <summary>The job that rows of one title describe. Refuses with <c>import.kind</c> and <c>import.description</c>.</summary>
    /// <param name="rows">Its rows, at least one.</param>
    public static Result<CannedForm> Read(IReadOnlyList<ImportRow> rows)
    {
        var lines = new List<CannedLineForm>();
        foreach (var row in rows.Where(r => r["description"].Length > 0 || r["kind"].Length > 0))
        {
            if (KindOf(row) is not { } kind)
                return new Problem("import.kind", $"\"{row["kind"]}\" is not labor, part, sublet, fee or comment", "kind");
            lines.Add(Line(row, kind));
        }
        // What belongs to the job may stand in any of its rows; the first that says something counts.
        string Cell(string field) => rows.Select(r => r[field]).FirstOrDefault(t => t.Length > 0) ?? "";
        return new CannedForm
        {
            Title = rows[0]["title"],
            System = Cell("system").Length > 0 ? Cell("system") : "General",
            Words = Cell("words"),
            FixedPrice = Cell("fixedPrice"),
            CustomerText = Cell("customerText"),
            Checklist = string.Join(
                '\n',
                Cell("checklist").Split(';', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
            ),
            CountUnit = Cell("countUnit"),
            Count = Cell("count"),
            Discount = Cell("discount"),
            DiscountOn = Enum.TryParse<DiscountBase>(Cell("discountOn"), ignoreCase: true, out var on) ? on : DiscountBase.All,
            Credit = Cell("credit"),
            Skill = Cell("skill"),
            Equipment = Cell("equipment").Replace(';', ','),
            CheckWanted = IsYes(Cell("checkWanted")),
            LinesOpen = IsYes(Cell("linesOpen")),
            Favorite = IsYes(Cell("favorite")),
            Lines = lines,
        };
    }

    private static CannedLineForm Line(ImportRow row, LineKind kind) =>
        new()
        {
            Kind = kind,
            Description = row["description"],
            Number = row["number"],
            Count = row["quantity"],
            Amount = row["amount"],
            LaborRate = row["laborRate"],
            PassThrough = IsYes(row["passThrough"]),
            IsAddition = IsYes(row["optional"]),
            PerCount = IsYes(row["perCount"]),
            FactKey = row["spec"],
            FollowsFact = IsYes(row["followsSpec"]),
        };

    /// <summary>The kind that a row names; one that names none is a part if it has a number, else labor.</summary>
    private static LineKind? KindOf(ImportRow row)
    {
        var named = row["kind"].ToLowerInvariant();
        if (named.Length == 0)
            return row["number"].Length > 0 ? LineKind.Part : LineKind.Labor;
        return Kinds.FirstOrDefault(k => k.Value == named || $"{k.Value}s" == named) is { Value: not null } found ? found.Key : null;
    }

    private static string Yes(bool yes) => yes ? "yes" : "";

    private static bool IsYes(string text) => text.ToLowerInvariant() is "yes" or "y" or "true" or "1" or "x";
}
