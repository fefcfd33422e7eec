namespace Yardstick.Core.Setup;

/// <summary>What an extra field holds on a record.</summary>
public class ExtraValue
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The field.</summary>
    public long FieldId { get; init; }

    /// <summary>Key of the record; the field tells its kind.</summary>
    public long TargetId { get; init; }

    /// <summary>What it holds.</summary>
    public string Value { get; internal set; } = "";

    /// <summary>Fills it in anew, with what its field has read.</summary>
    public void Set(string value) => Value = value;
}
