using System.Globalization;

namespace Yardstick.Core.FollowUp;

/// <summary>Where a car stands with a service.</summary>
/// <param name="Service">The service.</param>
/// <param name="LastOn">The day on which it was last done here; null where it never was.</param>
/// <param name="LastReading">The reading then.</param>
/// <param name="Due">When it is due.</param>
/// <param name="PassedAt">Where it was never done here: the last multiple of the distance that the car has passed.</param>
public sealed record ServiceStanding(ScheduledService Service, LocalDate? LastOn, int? LastReading, Due Due, int? PassedAt)
{
    /// <summary>In a word.</summary>
    public ServiceState State =>
        (PassedAt, Due.State) switch
        {
            ({ }, DueState.Later) => ServiceState.Missed,
            (_, DueState.Later) => ServiceState.Later,
            (_, DueState.Soon) => ServiceState.Soon,
            _ => ServiceState.Due,
        };

    /// <summary>Whether it is to be raised before the car leaves: its time has come, or was missed, and nothing sees to it.</summary>
    /// <param name="onOrder">It is on the order.</param>
    /// <param name="reminders">Reminders of the car.</param>
    public bool IsToRaise(bool onOrder, IEnumerable<Reminder> reminders) =>
        State != ServiceState.Later && !onOrder && !reminders.Any(r => r.Title == Service.Title);

    /// <summary>The reading at which it is due where it was never done here: the one that was passed, or its first; null else.</summary>
    public int? DueAtReading => LastOn is null ? PassedAt ?? Service.EveryDistance : null;

    /// <summary>When it was done and is due, in words.</summary>
    /// <param name="unit">Word of the shop's unit of distance.</param>
    public string Words(string unit) =>
        this switch
        {
            { LastOn: { } on, LastReading: { } at } => Invariant($"last {on:MMM d, yyyy} at {at:N0} {unit}, due {Due.On:MMM d, yyyy}"),
            { LastOn: { } on } => Invariant($"last {on:MMM d, yyyy}, due {Due.On:MMM d, yyyy}"),
            { PassedAt: { } passed } => Invariant($"was due at {passed:N0} {unit}, not done here"),
            _ => Invariant($"first due about {Due.On:MMM d, yyyy}"),
        };
}
