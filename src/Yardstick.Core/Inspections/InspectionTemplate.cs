using System.Globalization;
using Yardstick.Core.Values;
using static Yardstick.Core.Values.FieldInput;

namespace Yardstick.Core.Inspections;

/// <summary>What a kind of inspection looks at. An inspection that was begun keeps the points that it began with.</summary>
public class InspectionTemplate
{
    private const int LongestName = 80,
        LongestText = 300,
        MostPoints = 250;

    /// <summary>Units in which points are measured; empty for those that are only rated.</summary>
    public static IReadOnlyList<string> Units { get; } = ["", "mm", "/32 in", "V", "psi", "%", "°F", "A"];

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>Name, 1 to 80 characters.</summary>
    public string Name { get; internal set; } = "";

    /// <summary>A checklist of maintenance: points are done, not rated, and it is printed as proof.</summary>
    public bool IsChecklist { get; internal set; }

    /// <summary>Every vehicle gets one on arrival.</summary>
    public bool OnArrival { get; internal set; }

    /// <summary>Counts up with every change.</summary>
    public int Version { get; internal set; } = 1;

    /// <summary>Not offered any more, UTC; null while it is.</summary>
    public Instant? RetiredAt { get; internal set; }

    /// <summary>Its points.</summary>
    public List<TemplatePoint> Points { get; } = [];

    /// <summary>Its points in their order.</summary>
    public IEnumerable<TemplatePoint> Ordered => Points.OrderBy(p => p.Position).ThenBy(p => p.Id);

    /// <summary>A new one. Refuses with <c>template.name</c> and <c>template.twice</c>.</summary>
    /// <param name="name">1 to 80 characters.</param>
    /// <param name="taken">Another has the name.</param>
    public static Result<InspectionTemplate> Create(string? name, bool taken)
    {
        var made = new InspectionTemplate();
        return made.Rename(name, taken) is { } problem ? problem : made;
    }

    /// <summary>A copy under another name, which is in use from now on. Refuses as <see cref="Create"/>.</summary>
    /// <param name="name">1 to 80 characters.</param>
    /// <param name="taken">Another has the name.</param>
    public Result<InspectionTemplate> Copy(string? name, bool taken)
    {
        var made = Create(name, taken);
        if (made.Problem is { } problem)
            return problem;
        made.Value.IsChecklist = IsChecklist;
        foreach (var point in Ordered)
            made.Value.Points.Add(new TemplatePoint { Position = point.Position, Spec = point.Spec.Copy() });
        return made;
    }

    /// <summary>
    /// Changes name, isChecklist or onArrival. Refuses with <c>template.name</c>, <c>template.twice</c> and <c>template.field</c>.
    /// </summary>
    /// <param name="field">Which.</param>
    /// <param name="text">What was typed; true or false for a choice.</param>
    /// <param name="taken">Another has the name.</param>
    public Result Set(string field, string? text, bool taken)
    {
        var problem = field switch
        {
            "name" => Rename(text, taken),
            "isChecklist" => Kept(() => IsChecklist = text == "true"),
            "onArrival" => Kept(() => OnArrival = text == "true"),
            _ => new Problem("template.field", $"\"{field}\" can't be edited.", field),
        };
        if (problem is not null)
            return problem;
        Version++;
        return Result.Done;
    }

    /// <summary>Adds a point at the end of its group. Refuses with <c>point.title</c>, <c>point.many</c> and <c>text.long</c>.</summary>
    /// <param name="group">Part of the vehicle.</param>
    /// <param name="title">What is looked at.</param>
    public Result<TemplatePoint> Add(string? group, string? title)
    {
        if (Points.Count >= MostPoints)
            return new Problem("point.many", $"A template has at most {MostPoints} points.");
        var point = new TemplatePoint { Position = Points.Count == 0 ? 0 : Points.Max(p => p.Position) + 1 };
        foreach (var (field, text) in new[] { ("group", group), ("title", title) })
            if (Write(point.Spec, field, text) is { } problem)
                return problem;
        // Beside the others of its group, wherever they stand.
        if (Ordered.LastOrDefault(p => p.Spec.Group == point.Spec.Group) is { } last)
            foreach (var later in Points.Where(p => p.Position > last.Position).Append(point).ToList())
                later.Position = later == point ? last.Position + 1 : later.Position + 1;
        Points.Add(point);
        Version++;
        return point;
    }

    /// <summary>
    /// Changes a field of a point: group, title, unit, highIsWorse, watchAt, dueAt, unsafeAt, factKey, watchText, dueText, unsafeText,
    /// cannedJobId or countEach. Refuses with <c>point.gone</c>, <c>point.title</c>, <c>point.unit</c>, <c>point.limits</c>,
    /// <c>point.field</c>, <c>text.long</c> and codes of figures.
    /// </summary>
    /// <param name="pointId">The point.</param>
    /// <param name="field">Which.</param>
    /// <param name="text">What was typed.</param>
    public Result SetPoint(long pointId, string field, string? text)
    {
        if (Points.Find(p => p.Id == pointId) is not { } point)
            return Gone.Point;
        var changed = point.Spec.Copy();
        if (Write(changed, field, text) is { } problem)
            return problem;
        if (changed.Limits.Check().Problem is { } limits)
            return limits with { Field = field };
        point.Spec = changed;
        Version++;
        return Result.Done;
    }

    /// <summary>
    /// Takes points from a table: one that is there already, by its group and title, is changed, others are added, none is taken off. A row
    /// that can't be read refuses all, with its line and the code of its field; a canned job that is not there with <c>point.cannedJob</c>.
    /// </summary>
    /// <param name="rows">The rows.</param>
    /// <param name="cannedJobs">Keys of canned jobs by title.</param>
    /// <returns>How many were added and changed.</returns>
    public Result<(int Added, int Changed)> Take(IReadOnlyList<PointRow> rows, IReadOnlyDictionary<string, long> cannedJobs)
    {
        var added = 0;
        foreach (var row in rows)
        {
            var (group, title) = (row["Group"], row["Point"]);
            var point = Points.Find(p =>
                string.Equals(p.Spec.Group, group, StringComparison.OrdinalIgnoreCase)
                && string.Equals(p.Spec.Title, title, StringComparison.OrdinalIgnoreCase)
            );
            if (point is null)
            {
                var made = Add(group, title);
                if (made.Problem is { } problem)
                    return problem with { Message = $"Line {row.Line}: {problem.Message}", Field = "file" };
                (point, added) = (made.Value, added + 1);
            }
            if (Filled(point.Spec, row, cannedJobs) is { } refused)
                return refused with { Message = $"Line {row.Line}: {refused.Message}", Field = "file" };
        }
        Version++;
        return (added, rows.Count - added);
    }

    private static Problem? Filled(PointSpec spec, PointRow row, IReadOnlyDictionary<string, long> cannedJobs)
    {
        foreach (var (heading, field) in PointRow.Columns.Where(c => row.Cells.ContainsKey(c.Heading)))
        {
            var typed = row[heading];
            if (field == "cannedJobId" && typed.Length > 0)
            {
                if (!cannedJobs.TryGetValue(typed, out var job))
                    return new Problem("point.cannedJob", $"There is no canned job \"{typed}\".", "file");
                typed = job.ToString(CultureInfo.InvariantCulture);
            }
            if (field == "highIsWorse")
                typed = typed.ToUpperInvariant() is "TRUE" or "YES" or "1" ? "true" : "false";
            if (Write(spec, field, typed) is { } problem)
                return problem;
        }
        return spec.Limits.Check().Problem;
    }

    /// <summary>Takes a point off. Refuses with <c>point.gone</c>.</summary>
    /// <param name="pointId">The point.</param>
    public Result<TemplatePoint> Remove(long pointId)
    {
        if (Points.Find(p => p.Id == pointId) is not { } point)
            return Gone.Point;
        Points.Remove(point);
        Version++;
        return point;
    }

    /// <summary>Moves a point up or down by one place. Refuses with <c>point.gone</c>.</summary>
    /// <param name="pointId">The point.</param>
    /// <param name="up">Towards the beginning.</param>
    public Result Move(long pointId, bool up)
    {
        var ordered = Ordered.ToList();
        var at = ordered.FindIndex(p => p.Id == pointId);
        if (at < 0)
            return Gone.Point;
        var other = at + (up ? -1 : 1);
        if (other < 0 || other >= ordered.Count)
            return Result.Done;
        (ordered[at].Position, ordered[other].Position) = (ordered[other].Position, ordered[at].Position);
        Version++;
        return Result.Done;
    }

    /// <summary>Ends its use, or begins it again.</summary>
    /// <param name="off">True ends it.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public void Retire(bool off, Instant utcNow)
    {
        RetiredAt = off ? utcNow : null;
        Version++;
    }

    private Problem? Rename(string? name, bool taken)
    {
        var typed = (name ?? "").Trim();
        if (typed.Length is 0 or > LongestName)
            return new Problem("template.name", $"Enter a name of up to {LongestName} characters.", "name");
        if (taken)
            return new Problem("template.twice", $"There is an inspection {typed} already.", "name");
        Name = typed;
        return null;
    }

    private static Problem? Write(PointSpec spec, string field, string? text)
    {
        var typed = (text ?? "").Trim();
        return field switch
        {
            "group" => Text(typed, LongestName, field, v => spec.Group = v),
            "title" => typed.Length == 0
                ? new Problem("point.title", "Enter what is looked at.", field)
                : Text(typed, LongestName, field, v => spec.Title = v),
            "unit" => Units.Contains(typed)
                ? Kept(() => spec.Unit = typed)
                : new Problem("point.unit", $"Choose one of {string.Join(", ", Units.Skip(1))}, or none.", field),
            "highIsWorse" => Kept(() => spec.HighIsWorse = typed == "true"),
            "watchAt" => Limit(typed, field, v => spec.WatchAt = v),
            "dueAt" => Limit(typed, field, v => spec.DueAt = v),
            "unsafeAt" => Limit(typed, field, v => spec.UnsafeAt = v),
            "factKey" => Text(typed, LongestName, field, v => spec.FactKey = v),
            "watchText" => Text(typed, LongestText, field, v => spec.WatchText = v),
            "dueText" => Text(typed, LongestText, field, v => spec.DueText = v),
            "unsafeText" => Text(typed, LongestText, field, v => spec.UnsafeText = v),
            "cannedJobId" => Kept(() =>
                spec.CannedJobId = long.TryParse(typed, NumberStyles.None, CultureInfo.InvariantCulture, out var id) ? id : null
            ),
            "countEach" => Read(Quantity.Parse(typed.Length == 0 ? "1" : typed, field), v => spec.CountEach = v.Value),
            _ => new Problem("point.field", $"\"{field}\" can't be edited.", field),
        };
    }

    private static Problem? Limit(string typed, string field, Action<decimal?> keep)
    {
        if (typed.Length == 0)
            return Kept(() => keep(null));
        return Read(NumberInput.Amount(typed, field, 3), v => keep(v));
    }
}
