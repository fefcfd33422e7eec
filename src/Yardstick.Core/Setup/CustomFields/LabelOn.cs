namespace Yardstick.Core.Setup;

/// <summary>A label on a record.</summary>
public class LabelOn
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The label.</summary>
    public long LabelId { get; init; }

    /// <summary>Key of the record; the label tells its kind.</summary>
    public long TargetId { get; init; }
}
