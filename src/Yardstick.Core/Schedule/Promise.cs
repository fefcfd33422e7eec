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
    public static PromiseState State(DateTime? promised, Stage stage, DateTime? workEnds, DateTime? partsExpected, DateTime now)
    {
        if (promised is not { } at) return PromiseState.None;
        if (stage >= Stage.Done) return PromiseState.Kept;
        if (at < now) return PromiseState.Late;
        return workEnds > at || partsExpected > at ? PromiseState.CannotBeKept : PromiseState.Holds;
    }

    /// <summary>A promise to offer: so many open hours from now and at most closing time, on the half hour.</summary>
    public static DateTime Propose(DateTime now, TimeOnly opens, TimeOnly closes)
    {
        var at = now.AddHours(5);
        if (TimeOnly.FromDateTime(now) > closes.AddHours(-2) || at.Date > now.Date)
        {
            var next = now.Date.AddDays(1);
            while (next.DayOfWeek == DayOfWeek.Sunday) next = next.AddDays(1);
            return next + opens.ToTimeSpan() + TimeSpan.FromHours(4);
        }
        var last = now.Date + closes.AddMinutes(-30).ToTimeSpan();
        var rounded = new DateTime((at.Ticks + TimeSpan.TicksPerMinute * 30 - 1) / (TimeSpan.TicksPerMinute * 30) * (TimeSpan.TicksPerMinute * 30));
        return rounded < last ? rounded : last;
    }
}
