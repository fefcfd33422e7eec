namespace Yardstick.Core.Floor;

/// <summary>A job planned for a technician.</summary>
public class PlannedWork
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>The job; planned at most once.</summary>
    public long JobId { get; set; }
    /// <summary>Its order.</summary>
    public long OrderId { get; set; }
    /// <summary>Who is to do it; null while it is in the lane of no one.</summary>
    public long? TechnicianId { get; set; }
    /// <summary>Start, wall time.</summary>
    public DateTime Start { get; set; }
    /// <summary>Counts up with every change, so that an older view can be told.</summary>
    public int Version { get; set; } = 1;
}

/// <summary>Present for the day.</summary>
public class Attendance
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>Who.</summary>
    public long StaffId { get; set; }
    /// <summary>Came, UTC.</summary>
    public DateTime Start { get; set; }
    /// <summary>Went, UTC; null while here.</summary>
    public DateTime? End { get; set; }
}

/// <summary>Time on a job's clock.</summary>
public class TimeEntry
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>Who.</summary>
    public long StaffId { get; set; }
    /// <summary>The job.</summary>
    public long JobId { get; set; }
    /// <summary>Its order.</summary>
    public long OrderId { get; set; }
    /// <summary>On, UTC.</summary>
    public DateTime Start { get; set; }
    /// <summary>Off, UTC; null while on the clock.</summary>
    public DateTime? End { get; set; }

    /// <summary>Hours so far.</summary>
    public decimal Hours(DateTime utcNow) => (decimal)((End ?? utcNow) - Start).TotalHours;
}

/// <summary>Whether a promise holds.</summary>
public enum PromiseState
{
    /// <summary>No promise was made.</summary>
    None,
    /// <summary>It can be kept as things are.</summary>
    Holds,
    /// <summary>Planned work or parts end after it.</summary>
    CannotBeKept,
    /// <summary>Its time is past and the car is not done.</summary>
    Late,
    /// <summary>The car is done.</summary>
    Kept,
}

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
