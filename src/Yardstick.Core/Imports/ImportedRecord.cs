namespace Yardstick.Core.Imports;

/// <summary>A record that an import made.</summary>
public class ImportedRecord
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>The import.</summary>
    public long ImportId { get; set; }
    /// <summary>Key of the record; the import tells its kind.</summary>
    public long RecordId { get; set; }
}
