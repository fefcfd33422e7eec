namespace Yardstick.Core.Schedule;

/// <summary>What stands in the calendar.</summary>
public enum CalendarKind
{
    /// <summary>A job of an order.</summary>
    Job,

    /// <summary>An appointment.</summary>
    Appointment,
}
