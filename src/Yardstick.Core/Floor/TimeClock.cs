using Yardstick.Core.Setup;

namespace Yardstick.Core.Floor;

/// <summary>The clock of one person: there or not, and on one piece of work at a time.</summary>
/// <param name="staffId">Who.</param>
/// <param name="present">Since when they are here; null where they are not.</param>
/// <param name="running">What they are on; null for nothing.</param>
public sealed class TimeClock(long staffId, Attendance? present, TimeEntry? running)
{
    /// <summary>So long after closing time somebody may still be at it.</summary>
    private const int Overtime = 30;

    /// <summary>Whether a clock was forgotten: it runs since another day, or half an hour after the shop closed.</summary>
    /// <param name="start">Since when it runs, UTC.</param>
    /// <param name="utcNow">Now, UTC.</param>
    /// <param name="shop">Whose hours count.</param>
    public static bool IsForgotten(Instant start, Instant utcNow, Shop shop)
    {
        var (began, now) = (shop.Local(start), shop.Local(utcNow));
        // A shift that goes past midnight is one of the day on which it began.
        var closed = shop.HoursOn(began.Date)?.Until.PlusMinutes(Overtime) is { } until ? began.Date + until : began.PlusHours(12);
        return began < closed ? now > closed : now > began.PlusHours(12);
    }

    /// <summary>They come.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    /// <returns>The attendance that begins; null where they are here already.</returns>
    public Attendance? Come(Instant utcNow) => present is null ? present = new Attendance { StaffId = staffId, Start = utcNow } : null;

    /// <summary>They go. Nobody goes home on the clock.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    public void Go(Instant utcNow)
    {
        if (present is null)
            return;
        Stop(utcNow);
        present.Leave(utcNow);
        present = null;
    }

    /// <summary>They take a break: off the job, and back by coming again.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    public void Pause(Instant utcNow)
    {
        if (present is { } here)
            here.EndsInBreak = true;
        Go(utcNow);
    }

    /// <summary>They leave for good: off the job and off for the day, also where nobody clocked them in.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    public void Leave(Instant utcNow)
    {
        Stop(utcNow);
        Go(utcNow);
    }

    /// <summary>Whether they are on a job now.</summary>
    public bool IsOn(long jobId) => running?.JobId == jobId;

    /// <summary>They go onto a job, which leaves the one before.</summary>
    /// <param name="orderId">Its order.</param>
    /// <param name="jobId">The job.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public TimeEntry Begin(long orderId, long jobId, Instant utcNow)
    {
        Stop(utcNow);
        return running = new TimeEntry
        {
            StaffId = staffId,
            JobId = jobId,
            OrderId = orderId,
            Start = utcNow,
        };
    }

    /// <summary>They leave what they are on.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    public void Stop(Instant utcNow)
    {
        running?.Stop(utcNow);
        running = null;
    }
}
