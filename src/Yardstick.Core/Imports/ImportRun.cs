using Yardstick.Core.Values;

namespace Yardstick.Core.Imports;

/// <summary>One file that is brought in. It survives a killed process: it goes on from the row that was kept last.</summary>
public class ImportRun
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>What it brings in.</summary>
    public ImportKind Kind { get; init; }

    /// <summary>How far it is.</summary>
    public ImportState State { get; internal set; }

    /// <summary>The file's name.</summary>
    public required string FileName { get; init; }

    /// <summary>The file, by content hash.</summary>
    public required string Hash { get; init; }

    /// <summary>Which column is which field: a field's name or nothing for each column.</summary>
    public IReadOnlyList<string?> Mapping { get; internal set; } = [];

    /// <summary>Rows of the file.</summary>
    public int Rows { get; init; }

    /// <summary>Rows that were dealt with; of an undo, rows that remain.</summary>
    public int RowsDone { get; internal set; }

    /// <summary>Records that were made.</summary>
    public int Made { get; internal set; }

    /// <summary>Rows that were on file already.</summary>
    public int OnFile { get; internal set; }

    /// <summary>Rows that can't be brought in.</summary>
    public int Bad { get; internal set; }

    /// <summary>When it was looked at, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>Who.</summary>
    public long ById { get; init; }

    /// <summary>What stays after an undo and why, in words.</summary>
    public string Remark { get; internal set; } = "";

    /// <summary>A file that was looked at; which column is which field is guessed from its headings.</summary>
    /// <param name="kind">What it brings in.</param>
    /// <param name="fileName">The file's name.</param>
    /// <param name="hash">The file, by content hash.</param>
    /// <param name="headings">Headings of its columns.</param>
    /// <param name="rows">Rows of the file.</param>
    /// <param name="actor">Who.</param>
    public static ImportRun Look(ImportKind kind, string fileName, string hash, IReadOnlyList<string> headings, int rows, Actor actor) =>
        new()
        {
            Kind = kind,
            FileName = fileName,
            Hash = hash,
            Mapping = ImportFields.Guess(kind, headings),
            Rows = rows,
            At = actor.At,
            ById = actor.StaffId,
        };

    /// <summary>Says which column is which field. Refuses with <c>import.begun</c> and <c>import.field</c>.</summary>
    /// <param name="fields">A field's name, or an empty text, for each column.</param>
    public Result MapColumns(IReadOnlyList<string> fields)
    {
        if (State != ImportState.Previewed)
            return new Problem("import.begun", "This file was already imported. Undo it and choose the file again to change the columns.");
        var known = ImportFields.Of(Kind).Select(f => f.Name).ToHashSet();
        var chosen = fields.Where(f => f.Length > 0).ToList();
        if (chosen.Find(f => !known.Contains(f)) is { } unknown)
            return new Problem("import.field", $"There is no field \"{unknown}\".");
        if (chosen.Count != chosen.Distinct().Count())
            return new Problem("import.field", "Two columns have the same field. Choose a different field for one.");
        if (fields.Count != Mapping.Count)
            return new Problem("import.field", "Choose a field for each column.");
        Mapping = [.. fields.Select(f => f.Length > 0 ? f : null)];
        return Result.Done;
    }

    /// <summary>Begins it, stops it, or begins to take it back. Refuses with <c>import.begun</c> and <c>import.missing</c>.</summary>
    /// <param name="to">Running, Stopped or Undoing; the state that it is in already is no mistake.</param>
    public Result Turn(ImportState to)
    {
        var allowed =
            (State, to)
            is
                (ImportState.Previewed, ImportState.Running)
                or
                (ImportState.Running, ImportState.Stopped)
                or
                (ImportState.Done or ImportState.Stopped, ImportState.Undoing);
        if (!allowed && State != to)
            return new Problem(
                "import.begun",
                to == ImportState.Running ? "This file was already imported." : "There is nothing to undo or stop."
            );
        if (to == ImportState.Running && ImportFields.Of(Kind).FirstOrDefault(f => f.Needed && !Mapping.Contains(f.Name)) is { } missing)
            return new Problem("import.missing", $"No column holds \"{missing.Label}\"; choose one.");
        State = to;
        return Result.Done;
    }

    /// <summary>It came this much further.</summary>
    /// <param name="rows">Rows that were dealt with.</param>
    /// <param name="made">Records that were made.</param>
    /// <param name="onFile">Rows that were on file already.</param>
    /// <param name="bad">Rows that can't be brought in.</param>
    /// <param name="last">Nothing is left.</param>
    public void CameFurther(int rows, int made, int onFile, int bad, bool last)
    {
        (RowsDone, Made, OnFile, Bad) = (RowsDone + rows, Made + made, OnFile + onFile, Bad + bad);
        if (last)
            State = ImportState.Done;
    }

    /// <summary>The program failed over it.</summary>
    public void Failed() =>
        (State, Remark) = (
            ImportState.Stopped,
            "The import stopped because of an error. You can undo what was imported so far and try again."
        );

    /// <summary>This many rows are left to be taken back.</summary>
    public void IsLeft(int rows) => RowsDone = rows;

    /// <summary>It was taken back.</summary>
    /// <param name="stay">Records that stay, because they were used or changed since.</param>
    public void Undone(int stay) =>
        (State, RowsDone, Remark) = (
            ImportState.Undone,
            0,
            stay == 0
                ? ""
                : $"{stay} {(stay == 1 ? "record stays, because it was" : "records stay, because they were")} used or changed since."
        );
}
