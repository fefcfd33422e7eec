namespace Yardstick.Core.Floor;

/// <summary>Present for the day.</summary>
public class Attendance
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>Who.</summary>
    public long StaffId { get; init; }

    /// <summary>Came, UTC.</summary>
    public Instant Start { get; init; }

    /// <summary>Went, UTC; null while here.</summary>
    public Instant? End { get; internal set; }

    /// <summary>They went.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    internal void Leave(Instant utcNow) => End = utcNow;
}
