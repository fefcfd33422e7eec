using Yardstick.Core.Values;

namespace Yardstick.Core.Setup;

/// <summary>A right that one person has besides those of the role, or has not although the role has it.</summary>
public class StaffRight
{
    /// <summary>The person.</summary>
    public long StaffId { get; init; }

    /// <summary>What they may or may not.</summary>
    public Permission Permission { get; init; }

    /// <summary>True where it was given, false where it was taken.</summary>
    public bool Allowed { get; internal set; }

    /// <summary>Who gave or took it.</summary>
    public long ById { get; internal set; }

    /// <summary>When, UTC.</summary>
    public Instant At { get; internal set; }
}
