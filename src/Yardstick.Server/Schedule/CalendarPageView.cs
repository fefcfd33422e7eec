using Yardstick.Core.Schedule;

namespace Yardstick.Server.Schedule;

/// <summary>A stretch of time on one day, wall time.</summary>
public sealed record CalendarSpan(LocalDateTime From, LocalDateTime Until);

/// <summary>Hours of a skill on a day.</summary>
public sealed record CalendarSkill(string Skill, decimal Planned, decimal There);

/// <summary>A day.</summary>
public sealed record CalendarDay
{
    /// <summary>The day.</summary>
    public required LocalDate Day { get; init; }

    /// <summary>The shop is closed.</summary>
    public required bool IsClosed { get; init; }

    /// <summary>Why it is closed; empty where it is open or nobody said.</summary>
    public required string ClosedBecause { get; init; }

    /// <summary>Hours that stand on it.</summary>
    public required decimal Planned { get; init; }

    /// <summary>Those of them that are not certain.</summary>
    public required decimal Uncertain { get; init; }

    /// <summary>Hours for which technicians are there.</summary>
    public required decimal There { get; init; }

    /// <summary>The same by skill, the tightest first.</summary>
    public required IReadOnlyList<CalendarSkill> Skills { get; init; }

    /// <summary>Appointments on it that are on or came.</summary>
    public required int Appointments { get; init; }
}

/// <summary>A technician or a bay: a lane.</summary>
public sealed record CalendarLane
{
    /// <summary>Key.</summary>
    public required long Id { get; init; }

    /// <summary>Short name.</summary>
    public required string Name { get; init; }

    /// <summary>Skills, or equipment, with commas.</summary>
    public required string Able { get; init; }

    /// <summary>When the person works, or the shop is open.</summary>
    public required IReadOnlyList<CalendarSpan> Hours { get; init; }

    /// <summary>Days on which the person is away, with why.</summary>
    public required IReadOnlyList<CalendarAway> Away { get; init; }
}

/// <summary>A day on which somebody is away.</summary>
public sealed record CalendarAway(LocalDate Day, string Why);

/// <summary>Something in the calendar.</summary>
public sealed record CalendarItem
{
    /// <summary>Job or appointment.</summary>
    public required CalendarKind Kind { get; init; }

    /// <summary>Key of it.</summary>
    public required long Id { get; init; }

    /// <summary>Its order.</summary>
    public required long? OrderId { get; init; }

    /// <summary>How far an appointment is; null for a job.</summary>
    public required AppointmentState? State { get; init; }

    /// <summary>Plate; empty where none is known.</summary>
    public required string Plate { get; init; }

    /// <summary>Vehicle in words.</summary>
    public required string Vehicle { get; init; }

    /// <summary>Customer.</summary>
    public required string Customer { get; init; }

    /// <summary>What is to be done.</summary>
    public required string Title { get; init; }

    /// <summary>Who does it.</summary>
    public required long? TechnicianId { get; init; }

    /// <summary>Where.</summary>
    public required long? BayId { get; init; }

    /// <summary>When it begins, wall time.</summary>
    public required LocalDateTime Start { get; init; }

    /// <summary>When it ends, wall time.</summary>
    public required LocalDateTime End { get; init; }

    /// <summary>The same in stretches of a day each.</summary>
    public required IReadOnlyList<CalendarSpan> Spans { get; init; }

    /// <summary>Minutes of work.</summary>
    public required int Minutes { get; init; }

    /// <summary>Approved or confirmed.</summary>
    public required bool IsCertain { get; init; }

    /// <summary>Somebody fixed it.</summary>
    public required bool IsFixed { get; init; }

    /// <summary>It is over, or somebody is on it: it is not moved.</summary>
    public required bool IsHeld { get; init; }

    /// <summary>It is over.</summary>
    public required bool IsOver { get; init; }

    /// <summary>What the customer does meanwhile, in words; empty for a job.</summary>
    public required string Transport { get; init; }

    /// <summary>What is amiss.</summary>
    public required IReadOnlyList<string> Warnings { get; init; }

    /// <summary>Version.</summary>
    public required int Version { get; init; }
}

/// <summary>An order whose vehicle is to come and that has no appointment.</summary>
public sealed record ExpectedOrder(long OrderId, long Number, string Plate, string Customer, string Title, LocalDateTime? ArrivesAt);

/// <summary>An appointment that was moved.</summary>
public sealed record MovedAppointment(long AppointmentId, string Name, LocalDateTime From, LocalDateTime To, string Reason, string By);

/// <summary>An appointment that was missed.</summary>
public sealed record MissedAppointment(long AppointmentId, string Name, LocalDateTime Start, string Reason);

/// <summary>The calendar.</summary>
public sealed record CalendarPageView
{
    /// <summary>Wall time.</summary>
    public required LocalDateTime Now { get; init; }

    /// <summary>The earliest opening of a day in it.</summary>
    public required LocalTime Opens { get; init; }

    /// <summary>The latest closing.</summary>
    public required LocalTime Closes { get; init; }

    /// <summary>Minutes by which things are placed.</summary>
    public required int StepMinutes { get; init; }

    /// <summary>Days in order.</summary>
    public required IReadOnlyList<CalendarDay> Days { get; init; }

    /// <summary>Technicians.</summary>
    public required IReadOnlyList<CalendarLane> Technicians { get; init; }

    /// <summary>Bays.</summary>
    public required IReadOnlyList<CalendarLane> Bays { get; init; }

    /// <summary>What stands in it.</summary>
    public required IReadOnlyList<CalendarItem> Items { get; init; }

    /// <summary>Orders whose vehicle is to come and that have no appointment.</summary>
    public required IReadOnlyList<ExpectedOrder> Expected { get; init; }

    /// <summary>Moves away from one of its days.</summary>
    public required IReadOnlyList<MovedAppointment> Moved { get; init; }

    /// <summary>Appointments that were missed on one of its days.</summary>
    public required IReadOnlyList<MissedAppointment> Missed { get; init; }
}
