namespace Yardstick.Core.Schedule;

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
