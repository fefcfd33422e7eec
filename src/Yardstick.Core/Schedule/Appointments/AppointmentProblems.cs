namespace Yardstick.Core.Schedule;

/// <summary>What can be wrong with an appointment.</summary>
public partial class Appointment
{
    private static Problem Past(LocalDateTime start) =>
        new("appointment.past", Invariant($"{start:dddd, MMM d} is over. Choose today or a later day."), "start");

    /// <summary>It is over, or called off.</summary>
    public static readonly Problem Over = new("appointment.over", "This appointment is over or was called off.");

    /// <summary>There is no text for it.</summary>
    public static readonly Problem NoTemplate = new(
        "appointment.noTemplate",
        "There is no text for appointments. Add a template for them in Setup, Messages."
    );

    /// <summary>Nobody can be written to.</summary>
    public static readonly Problem NoNumber = new("appointment.noNumber", "There is no phone number to text. Enter one first.");

    /// <summary>Nobody knows whose vehicle comes.</summary>
    public static readonly Problem Unknown = new(
        "appointment.unknown",
        "Choose the customer and the vehicle first, or write the vehicle up."
    );

    /// <summary>The order's vehicle is here.</summary>
    public static readonly Problem IsHere = new("appointment.here", "This vehicle is in the shop already; schedule its jobs instead.");

    /// <summary>The order has one.</summary>
    public static readonly Problem IsTwice = new("appointment.twice", "This repair order has an appointment already.");

    /// <summary>It goes without a trace only while nothing was entered.</summary>
    public static readonly Problem NotEmpty = new("appointment.notEmpty", "Something was entered on this appointment. Cancel it instead.");

    /// <summary>The order that was made of it is not taken back any more.</summary>
    public static readonly Problem HasBegun = new("appointment.begun", "Work on this repair order has begun. End the order instead.");

    private static readonly Problem NoLength = new(
        "appointment.length",
        "An appointment takes between 5 minutes and 80 hours of work.",
        "length"
    );

    private static readonly Problem Closed = new("appointment.closed", "This appointment was called off or missed. Restore it first.");

    private static readonly Problem Moved = new("appointment.conflict", "Someone just moved this appointment. Check where it is now.");
}
