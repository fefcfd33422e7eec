namespace Yardstick.Core.Imports;

/// <summary>A record that an import made.</summary>
public class ImportedRecord
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The import.</summary>
    public long ImportId { get; init; }

    /// <summary>Key of the record; the import tells its kind.</summary>
    public long RecordId { get; init; }
}
