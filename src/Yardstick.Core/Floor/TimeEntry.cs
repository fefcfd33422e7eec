namespace Yardstick.Core.Floor;

/// <summary>Time on a job's clock.</summary>
public class TimeEntry
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>Who.</summary>
    public long StaffId { get; init; }

    /// <summary>The job.</summary>
    public long JobId { get; init; }

    /// <summary>Its order.</summary>
    public long OrderId { get; init; }

    /// <summary>On, UTC.</summary>
    public Instant Start { get; init; }

    /// <summary>Off, UTC; null while on the clock.</summary>
    public Instant? End { get; internal set; }

    /// <summary>Hours so far.</summary>
    public decimal Hours(Instant utcNow) => (decimal)((End ?? utcNow) - Start).TotalHours;

    /// <summary>Stops the clock; one that was stopped stays so since then.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    public void Stop(Instant utcNow) => End ??= utcNow;
}
