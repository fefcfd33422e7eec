using Yardstick.Core.Values;

namespace Yardstick.Core.FollowUp;

/// <summary>One time at which a reminder's work was done. Only added to; a reversed invoice takes it back by a mark.</summary>
public class ReminderDone
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The reminder.</summary>
    public long ReminderId { get; init; }

    /// <summary>The day in the shop.</summary>
    public LocalDate On { get; init; }

    /// <summary>What the odometer showed; null where nobody read it.</summary>
    public Odometer? Reading { get; init; }

    /// <summary>The order whose invoice did it; null where it was typed.</summary>
    public long? OrderId { get; init; }

    /// <summary>The invoice was reversed, UTC.</summary>
    public Instant? TakenBackAt { get; internal set; }
}
