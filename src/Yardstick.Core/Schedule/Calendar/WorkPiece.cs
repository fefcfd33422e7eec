namespace Yardstick.Core.Schedule;

/// <summary>A stretch of work on one day, wall time.</summary>
/// <param name="From">Beginning.</param>
/// <param name="Until">End, on the same day.</param>
public sealed record WorkPiece(LocalDateTime From, LocalDateTime Until)
{
    /// <summary>Minutes of it, by the wall.</summary>
    public int Minutes => (int)((Until.ToDateTimeUnspecified() - From.ToDateTimeUnspecified()).TotalMinutes);

    /// <summary>Whether another is at the same time.</summary>
    public bool Overlaps(WorkPiece other) => From < other.Until && other.From < Until;
}
