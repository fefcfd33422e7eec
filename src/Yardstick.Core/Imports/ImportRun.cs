namespace Yardstick.Core.Imports;

/// <summary>One file that is brought in. It survives a killed process: it goes on from the row that was kept last.</summary>
public class ImportRun
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>What it brings in.</summary>
    public ImportKind Kind { get; set; }
    /// <summary>How far it is.</summary>
    public ImportState State { get; set; }
    /// <summary>The file's name.</summary>
    public required string FileName { get; set; }
    /// <summary>The file, by content hash.</summary>
    public required string Hash { get; set; }
    /// <summary>Which column is which field, as JSON: a field's name or nothing for each column.</summary>
    public required string MappingJson { get; set; }
    /// <summary>Rows of the file.</summary>
    public int Rows { get; set; }
    /// <summary>Rows that were dealt with; of an undo, rows that remain.</summary>
    public int RowsDone { get; set; }
    /// <summary>Records that were made.</summary>
    public int Made { get; set; }
    /// <summary>Rows that were on file already.</summary>
    public int OnFile { get; set; }
    /// <summary>Rows that can't be brought in.</summary>
    public int Bad { get; set; }
    /// <summary>When it was looked at, UTC.</summary>
    public DateTime At { get; set; }
    /// <summary>Who.</summary>
    public long ById { get; set; }
    /// <summary>What stays after an undo and why, in words.</summary>
    public string Remark { get; set; } = "";
}
