namespace Yardstick.Core.Setup;

/// <summary>What an extra field holds on a record.</summary>
public class ExtraValue
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>The field.</summary>
    public long FieldId { get; set; }
    /// <summary>Key of the record; the field tells its kind.</summary>
    public long TargetId { get; set; }
    /// <summary>What it holds.</summary>
    public string Value { get; set; } = "";
}
