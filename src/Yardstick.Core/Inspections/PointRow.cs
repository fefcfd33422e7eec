namespace Yardstick.Core.Inspections;

/// <summary>A row of a table of points, as a template's points are saved: columns by their headings.</summary>
/// <param name="Line">Line of the file at which it begins.</param>
/// <param name="Cells">What stands in it, by heading.</param>
public sealed record PointRow(int Line, IReadOnlyDictionary<string, string> Cells)
{
    /// <summary>Headings that are read, with the field that each is.</summary>
    public static IReadOnlyList<(string Heading, string Field)> Columns { get; } =
    [
        ("Group", "group"),
        ("Point", "title"),
        ("Unit", "unit"),
        ("More is worse", "highIsWorse"),
        ("Watch", "watchAt"),
        ("Due", "dueAt"),
        ("Unsafe", "unsafeAt"),
        ("Spec", "factKey"),
        ("Canned job", "cannedJobId"),
        ("Count", "countEach"),
        ("Text when watch", "watchText"),
        ("Text when due", "dueText"),
        ("Text when unsafe", "unsafeText"),
    ];

    /// <summary>A cell by its heading; empty where it has none.</summary>
    /// <param name="heading">One of <see cref="Columns"/>.</param>
    public string this[string heading] => Cells.GetValueOrDefault(heading, "").Trim();

    /// <summary>
    /// The rows of a table. Refuses with <c>template.columns</c> where it has no column of points.
    /// </summary>
    /// <param name="headings">Its first row.</param>
    /// <param name="rows">The others, with the line at which each begins.</param>
    public static Result<IReadOnlyList<PointRow>> Read(IReadOnlyList<string> headings, IReadOnlyList<(int Line, string[] Cells)> rows)
    {
        var known = headings
            .Select(h => Columns.FirstOrDefault(c => string.Equals(c.Heading, h.Trim(), StringComparison.OrdinalIgnoreCase)).Heading)
            .ToList();
        if (!known.Contains("Point"))
            return new Problem(
                "template.columns",
                $"The file needs a column \"Point\"; it may also have {string.Join(", ", Columns.Select(c => c.Heading).Where(h => h != "Point"))}.",
                "file"
            );
        return rows.Select(row => new PointRow(
                row.Line,
                known.Zip(row.Cells).Where(x => x.First is not null).GroupBy(x => x.First!).ToDictionary(g => g.Key, g => g.First().Second)
            ))
            .ToList();
    }
}
