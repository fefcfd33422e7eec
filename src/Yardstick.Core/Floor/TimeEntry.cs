namespace Yardstick.Core.Floor;

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
