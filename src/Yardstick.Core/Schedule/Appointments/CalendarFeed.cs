namespace Yardstick.Core.Schedule;

/// <summary>A secret address at which a calendar program reads the shop's calendar, or one person's.</summary>
public class CalendarFeed
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>Whose calendar; null for the whole shop's.</summary>
    public long? StaffId { get; init; }

    /// <summary>One appointment alone, for its customer; null for a calendar.</summary>
    public long? AppointmentId { get; init; }

    /// <summary>Hash of the secret; the secret itself is shown once.</summary>
    public string TokenHash { get; init; } = "";

    /// <summary>Made, UTC.</summary>
    public Instant MadeAt { get; init; }

    /// <summary>Who made it.</summary>
    public long MadeById { get; init; }

    /// <summary>Withdrawn, UTC; null while it answers.</summary>
    public Instant? WithdrawnAt { get; internal set; }

    /// <summary>It answers no more.</summary>
    public void Withdraw(Instant utcNow) => WithdrawnAt ??= utcNow;
}
