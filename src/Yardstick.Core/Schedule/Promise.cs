using Yardstick.Core.Floor;

namespace Yardstick.Core.Schedule;

/// <summary>Judges promises.</summary>
public static class Promise
{
    /// <summary>Whether a promise holds.</summary>
    /// <param name="promised">Wall time; null if none was made.</param>
    /// <param name="stage">Where the car is.</param>
    /// <param name="workEnds">Wall time at which the planned work ends, if known.</param>
    /// <param name="partsExpected">Wall time at which the last awaited part comes, if known.</param>
    /// <param name="now">Wall time.</param>
    public static PromiseState State(
        LocalDateTime? promised,
        Stage stage,
        LocalDateTime? workEnds,
        LocalDateTime? partsExpected,
        LocalDateTime now
    )
    {
        if (promised is not { } at)
            return PromiseState.None;
        if (stage >= Stage.Done)
            return PromiseState.Kept;
        if (at < now)
            return PromiseState.Late;
        return workEnds > at || partsExpected > at ? PromiseState.CannotBeKept : PromiseState.Holds;
    }

    /// <summary>A promise to offer: so many open hours from now and at most closing time, on the half hour.</summary>
    public static LocalDateTime Propose(LocalDateTime now, LocalTime opens, LocalTime closes)
    {
        var at = now.PlusHours(Ahead);
        if (now.TimeOfDay > closes.PlusHours(-2) || at.Date > now.Date)
        {
            var next = now.Date.PlusDays(1);
            while (next.DayOfWeek == IsoDayOfWeek.Sunday)
                next = next.PlusDays(1);
            return (next + opens).PlusHours(4);
        }
        var last = now.Date + closes.PlusMinutes(-HalfHour);
        var halves = (at.TimeOfDay.TickOfDay + NodaConstants.TicksPerMinute * HalfHour - 1) / (NodaConstants.TicksPerMinute * HalfHour);
        var rounded = at.Date.AtMidnight().PlusMinutes(halves * HalfHour);
        return rounded < last ? rounded : last;
    }

    private const int Ahead = 5,
        HalfHour = 30;
}
