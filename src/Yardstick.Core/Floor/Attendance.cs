namespace Yardstick.Core.Floor;

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
