namespace Yardstick.Core.Floor;

/// <summary>A time that was corrected afterwards: both are kept. Only added to.</summary>
public class TimeCorrection
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The time on a job; null for a day's.</summary>
    public long? TimeEntryId { get; init; }

    /// <summary>The time of being there; null for a job's.</summary>
    public long? AttendanceId { get; init; }

    /// <summary>Whose time it is.</summary>
    public long StaffId { get; init; }

    /// <summary>Beginning before, UTC.</summary>
    public Instant OldStart { get; init; }

    /// <summary>End before, UTC; null while it was running.</summary>
    public Instant? OldEnd { get; init; }

    /// <summary>Beginning after, UTC.</summary>
    public Instant NewStart { get; init; }

    /// <summary>End after, UTC.</summary>
    public Instant? NewEnd { get; init; }

    /// <summary>Why.</summary>
    public string Reason { get; init; } = "";

    /// <summary>Who corrected it.</summary>
    public long ById { get; init; }

    /// <summary>When, UTC.</summary>
    public Instant At { get; init; }
}
