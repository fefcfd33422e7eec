using Yardstick.Core.Values;

namespace Yardstick.Core.Setup;

/// <summary>A label of the shop's own.</summary>
public class Label
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>What it can be put on.</summary>
    public RecordKind Kind { get; set; }
    /// <summary>Its words.</summary>
    public required string Name { get; set; }
    /// <summary>Not offered any more, UTC; records that have it keep it.</summary>
    public DateTime? RetiredAt { get; set; }
}
