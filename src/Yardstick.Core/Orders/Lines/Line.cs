using System.Globalization;
using System.Text.RegularExpressions;
using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>A line of a job. What it has besides is told by its kind.</summary>
public abstract partial class Line
{
    private protected Line(LineKind kind) => Kind = kind;

    /// <summary>Key.</summary>
    public long Id { get; internal set; }

    /// <summary>The job.</summary>
    public long JobId { get; internal set; }

    /// <summary>What it is.</summary>
    public LineKind Kind { get; private set; }

    /// <summary>Place within the job.</summary>
    public int Position { get; internal set; }

    /// <summary>What is done or delivered, 1 to 500 characters.</summary>
    public string Description { get; internal set; } = "";

    /// <summary>Switched off within its job.</summary>
    public bool IsExcluded { get; internal set; }

    /// <summary>False where no tax is on it.</summary>
    public bool Taxable { get; internal set; } = true;

    /// <summary>It goes by the job's count.</summary>
    public bool PerCount { get; internal set; }

    /// <summary>The line of a canned job that it was made from.</summary>
    public long? CannedLineId { get; internal set; }

    /// <summary>A note that stays in the shop.</summary>
    public string NoteInside { get; internal set; } = "";

    /// <summary>A note that the customer reads.</summary>
    public string NoteForCustomer { get; internal set; } = "";

    /// <summary>Whether that note goes out; a note that is changed has to be looked at again.</summary>
    public CustomerVisibility NoteVisibility { get; internal set; }

    /// <summary>Why its price was set by hand.</summary>
    public string OverrideReason { get; internal set; } = "";

    /// <summary>Who set its price by hand.</summary>
    public long? OverrideById { get; internal set; }

    /// <summary>Where it came from.</summary>
    public LineOrigin Origin { get; internal set; }

    /// <summary>Taken off, UTC; kept so that it can come back.</summary>
    public Instant? RemovedAt { get; internal set; }

    /// <summary>Counts up with every change.</summary>
    public int Version { get; internal set; } = 1;

    /// <summary>True while it is on the order.</summary>
    public bool IsOn => RemovedAt is null;

    /// <summary>True where it has a price; a text has none.</summary>
    public bool IsPriced => Kind != LineKind.Text;

    /// <summary>Hours of labor, units of a part or a fee; null for anything else.</summary>
    public virtual decimal? Count => null;

    /// <summary>True where a person set its price.</summary>
    public virtual bool IsOverridden => false;

    /// <summary>A part that is neither of the catalog nor of a supplier, or labor without a time or an amount.</summary>
    public virtual bool IsUnsourced => false;

    /// <summary>
    /// A line of a kind, as it is typed onto an order. Refuses with <c>line.kind</c>, <c>rights.right</c> and codes of figures.
    /// </summary>
    /// <param name="typed">What was typed.</param>
    /// <param name="actor">Who; a fee's amount asks the right to set prices.</param>
    public static Result<Line> Create(LineInput typed, Actor actor)
    {
        Line line;
        switch (typed.Kind)
        {
            case LineKind.Labor:
                line = new LaborLine();
                break;
            case LineKind.Part:
                line = new PartLine();
                break;
            case LineKind.Sublet:
                line = new SubletLine();
                break;
            case LineKind.Fee:
                line = new FeeLine();
                break;
            case LineKind.Text:
                line = new TextLine();
                break;
            default:
                return new Problem("line.kind", "Choose labor, part, sublet, fee or comment.", "kind");
        }
        line.Description = typed.Description?.Trim() ?? "";
        foreach (
            var (field, text) in new[]
            {
                ("quantity", typed.Quantity),
                ("hours", typed.Hours),
                ("amount", typed.Amount),
                ("unitCost", typed.UnitCost),
            }
        )
        {
            if (text is null || line.Shown(field) is null)
                continue;
            if (PriceFields.OfLine(line.Kind, field) && actor.MayNotPrice(field) is { } no)
                return no;
            if (line.Write(field, text) is { } problem)
                return problem;
        }
        return line;
    }

    /// <summary>Says that it comes from something else than what it was made of.</summary>
    public Line From(LineOrigin origin)
    {
        Origin = origin;
        return this;
    }

    /// <summary>Changes one field to what was typed.</summary>
    /// <returns>The old and the new value as they are shown, or why it was refused.</returns>
    public Result<FieldChange> Set(string field, string? text)
    {
        var old = Shown(field);
        if (old is null)
            return new Problem("line.field", $"A {Kind.ToString().ToLowerInvariant()} line has no field \"{field}\".", field);
        if (Write(field, text) is { } problem)
            return problem;
        Version++;
        return new FieldChange(field, old, Shown(field)!);
    }

    /// <summary>A field as it is typed; null where this kind of line has none of that name.</summary>
    private protected virtual string? Shown(string field) =>
        field switch
        {
            "description" => Description,
            "isExcluded" when IsPriced => IsExcluded ? "true" : "false",
            "noteInside" => NoteInside,
            "noteForCustomer" => NoteForCustomer,
            "overrideReason" => OverrideReason,
            _ => null,
        };

    /// <summary>Writes a field that this kind of line has, or says why not.</summary>
    private protected virtual Problem? Write(string field, string? text) =>
        field switch
        {
            "description" => Words(text, field, v => Description = v),
            "isExcluded" => Done(() => IsExcluded = text == "true"),
            "noteInside" => Note(text, field, v => NoteInside = v),
            "noteForCustomer" => Note(text, field, v => (NoteForCustomer, NoteVisibility) = (v, CustomerVisibility.ToBeDecided)),
            "overrideReason" => Words(text, field, v => OverrideReason = v, empty: true),
            _ => new Problem("line.field", $"\"{field}\" can't be edited.", field),
        };

    /// <summary>The same line for another order: prices by hand, what was told, and what is here of it stay behind.</summary>
    internal virtual Line Copy()
    {
        var copy = (Line)MemberwiseClone();
        (copy.Id, copy.JobId, copy.Version, copy.RemovedAt, copy.CannedLineId, copy.Origin) = (0, 0, 1, null, null, LineOrigin.Earlier);
        (copy.NoteInside, copy.NoteVisibility, copy.OverrideReason, copy.OverrideById) = ("", CustomerVisibility.ToBeDecided, "", null);
        return copy;
    }

    /// <summary>Takes over what a copy for another visit keeps of the line that it was made from: prices and what was told.</summary>
    internal virtual void Keep(Line was) =>
        (OverrideReason, OverrideById, NoteInside, NoteVisibility) = (
            was.OverrideReason,
            was.OverrideById,
            was.NoteInside,
            was.NoteVisibility
        );

    /// <summary>Leaves a price off that was set by hand.</summary>
    internal virtual void TakePriceBack() { }

    /// <summary>Scales it with its job's count.</summary>
    internal virtual void Scale(decimal factor) { }

    /// <summary>Exchanges where it came from with what that was before the last change. False where it was never changed.</summary>
    internal virtual bool SwapSource() => false;

    /// <summary>Remembers where it comes from, before that is changed.</summary>
    internal virtual void KeepSource() { }

    private protected static Problem? Words(string? text, string field, Action<string> set, bool empty = false)
    {
        var words = (text ?? "").Trim();
        if (words.Length == 0 && !empty)
            return new Problem("text.empty", "Enter a description, or remove the line.", field);
        if (words.Length > 500)
            return TextInput.TooLong(500, field);
        set(words);
        return null;
    }

    private protected static Problem? Figure<T>(Result<T> figure, Action<T> set)
    {
        if (figure.Ok)
            set(figure.Value);
        return figure.Problem;
    }

    private protected static Problem? Done(Action write)
    {
        write();
        return null;
    }

    /// <summary>A price by hand and after it the reason in words, as <c>89.90 matched a quote</c>; empty takes it back.</summary>
    private protected Problem? Override(string? text, string field, Action<UnitPrice?> set)
    {
        if (string.IsNullOrWhiteSpace(text))
        {
            set(null);
            OverrideReason = "";
            return null;
        }
        var match = AmountAndReason().Match(text);
        var figure = UnitPrice.Parse(match.Success ? match.Groups[1].Value : text, field);
        if (figure.Problem is { } problem)
            return problem;
        var reason = match.Success ? match.Groups[2].Value.Trim() : "";
        if (reason.Length > 200)
            return TextInput.TooLong(200, field, "A reason");
        set(figure.Value);
        OverrideReason = reason;
        return null;
    }

    private static Problem? Note(string? text, string field, Action<string> set)
    {
        var note = (text ?? "").Trim();
        if (note.Length > 10_000)
            return TextInput.TooLong(10_000, field, "A note");
        set(note);
        return null;
    }

    [GeneratedRegex(@"^\s*([$€£]?\s*[\d][\d.,']*)\s+(\p{L}.*)$", RegexOptions.Singleline)]
    private static partial Regex AmountAndReason();
}
