namespace Yardstick.Core.Schedule;

/// <summary>Something that takes time in the calendar.</summary>
public sealed record CalendarEntry
{
    /// <summary>Job or appointment.</summary>
    public required CalendarKind Kind { get; init; }

    /// <summary>Key of the job or appointment.</summary>
    public required long Id { get; init; }

    /// <summary>Its order; null for an appointment without one.</summary>
    public long? OrderId { get; init; }

    /// <summary>What it is called on the screen: plate, or name, and title.</summary>
    public required string Name { get; init; }

    /// <summary>Who, where, when.</summary>
    public required Placement At { get; init; }

    /// <summary>Minutes of work at pace 100%.</summary>
    public required int Minutes { get; init; }

    /// <summary>Skill that is needed; empty for none.</summary>
    public string Skill { get; init; } = "";

    /// <summary>What the bay has to have.</summary>
    public IReadOnlyList<string> Equipment { get; init; } = [];

    /// <summary>When the order is promised; null for no promise.</summary>
    public LocalDateTime? PromisedAt { get; init; }

    /// <summary>When its last part comes; null where none is awaited.</summary>
    public LocalDateTime? PartsAt { get; init; }

    /// <summary>Approved, or confirmed.</summary>
    public bool IsCertain { get; init; } = true;

    /// <summary>It is over; nothing about it can be amiss any more.</summary>
    public bool IsOver { get; init; }

    /// <summary>Whether it is the same thing as another.</summary>
    public bool IsSame(CalendarEntry other) => Kind == other.Kind && Id == other.Id;
}
