namespace Yardstick.Core.Schedule;

/// <summary>An appointment that was moved to another time. Only added to.</summary>
public class AppointmentMove
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The appointment.</summary>
    public long AppointmentId { get; init; }

    /// <summary>When it was, wall time.</summary>
    public LocalDateTime From { get; init; }

    /// <summary>When it is, wall time.</summary>
    public LocalDateTime To { get; init; }

    /// <summary>Why; empty where nobody said.</summary>
    public string Reason { get; internal set; } = "";

    /// <summary>When it was moved, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>Who moved it.</summary>
    public long ById { get; init; }
}
