using Yardstick.Core.Setup;
using Yardstick.Core.Values;

namespace Yardstick.Core.Schedule;

/// <summary>A job planned for a technician.</summary>
public class PlannedWork
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The job; planned at most once.</summary>
    public long JobId { get; init; }

    /// <summary>Its order.</summary>
    public long OrderId { get; init; }

    /// <summary>Who is to do it; null while it is in the lane of no one.</summary>
    public long? TechnicianId { get; internal set; }

    /// <summary>Where; null for no bay yet.</summary>
    public long? BayId { get; internal set; }

    /// <summary>Somebody fixed it: no plan of the program moves it.</summary>
    public bool IsFixed { get; internal set; }

    /// <summary>Start, wall time.</summary>
    public LocalDateTime Start { get; internal set; }

    /// <summary>Counts up with every change, so that an older view can be told.</summary>
    public int Version { get; internal set; }

    /// <summary>Nobody is to do it any more; it stays where it is planned.</summary>
    public void Unassign() => (TechnicianId, Version) = (null, Version + 1);

    /// <summary>Somebody else is to do it, when and where it stands.</summary>
    public void AssignTo(long technicianId) => (TechnicianId, Version) = (technicianId, Version + 1);

    /// <summary>Fixes it where it is, or lets the program propose another place. Refuses with <c>plan.conflict</c>.</summary>
    /// <param name="isFixed">True fixes it.</param>
    /// <param name="seen">Version that the planner saw.</param>
    public Result Fix(bool isFixed, int seen)
    {
        if (Version != seen)
            return Moved;
        (IsFixed, Version) = (isFixed, Version + 1);
        return Result.Done;
    }

    /// <summary>Gives it a bay, or none.</summary>
    public void StandIn(long? bayId) => BayId = bayId;

    /// <summary>Places are quarters of an hour, in minutes.</summary>
    public const int Step = 15;

    /// <summary>A time rounded up to where work can be placed.</summary>
    /// <param name="at">Wall time.</param>
    public static LocalDateTime OnStep(LocalDateTime at) => at.RoundedUpTo(Step);

    /// <summary>Plans it, or moves it. Refuses with <c>plan.hours</c> and <c>plan.conflict</c>.</summary>
    /// <param name="technicianId">Who; null for nobody yet.</param>
    /// <param name="start">When, wall time; the nearest quarter of an hour counts.</param>
    /// <param name="shop">Whose opening hours count.</param>
    /// <param name="seen">Version that the planner saw; 0 to move it whatever it was.</param>
    /// <param name="there">When the technician is at work that day, perhaps before the shop opens or after it closes, wall time.</param>
    public Result Place(
        long? technicianId,
        LocalDateTime start,
        Shop shop,
        int seen,
        IReadOnlyList<(LocalDateTime From, LocalDateTime Until)>? there = null
    )
    {
        var minutes =
            (int)Math.Round(start.TimeOfDay.TickOfDay / (double)(NodaConstants.TicksPerMinute * Step), MidpointRounding.AwayFromZero)
            * Step;
        var at = start.Date.AtMidnight().PlusMinutes(minutes);
        var isThere = there?.Any(s => s.From <= at && at < s.Until) ?? false;
        if (!isThere && shop.HoursOn(at.Date) is null)
            return new Problem(
                "plan.hours",
                Invariant($"The shop is closed on {at.Date:dddd, MMM d}; plan the job on another day."),
                "start"
            );
        if (!isThere && shop.HoursOn(at.Date) is { } open && (at.TimeOfDay < open.From || at.TimeOfDay >= open.Until))
            return new Problem(
                "plan.hours",
                $"The shop is open from {open.From.Clock()} to {open.Until.Clock()}; schedule the job in that time.",
                "start"
            );
        if (Version > 0 && Version != seen && seen != 0)
            return Moved;
        (TechnicianId, Start, Version) = (technicianId, at, Version + 1);
        return Result.Done;
    }

    /// <summary>A plan that was proposed rests on something else than what is there now.</summary>
    /// <param name="title">The job.</param>
    public static Problem Changed(string title) => new("plan.changed", $"{title} was moved or begun since this plan was made. Plan again.");

    /// <summary>Nobody scheduled the job.</summary>
    public static readonly Problem NotScheduled = new("plan.gone", "Nobody scheduled this job. Schedule it first.");

    private static readonly Problem Moved = new("plan.conflict", "Someone just moved this job. Check where it is now.");
}
