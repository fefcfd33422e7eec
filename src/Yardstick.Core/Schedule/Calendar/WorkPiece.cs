namespace Yardstick.Core.Schedule;

/// <summary>A stretch of work on one day, wall time.</summary>
/// <param name="From">Beginning.</param>
/// <param name="Until">End, on the same day, or the midnight that ends it.</param>
public sealed record WorkPiece(LocalDateTime From, LocalDateTime Until)
{
    /// <summary>Minutes of it, by the wall.</summary>
    public int Minutes => (int)((Until.ToDateTimeUnspecified() - From.ToDateTimeUnspecified()).TotalMinutes);

    /// <summary>The stretches of somebody's hours that lie between two times.</summary>
    /// <param name="from">Beginning, wall time.</param>
    /// <param name="until">End, wall time.</param>
    /// <param name="hours">Stretches of a day, in order.</param>
    public static IReadOnlyList<WorkPiece> Between(
        LocalDateTime from,
        LocalDateTime until,
        Func<LocalDate, IEnumerable<(LocalDateTime From, LocalDateTime Until)>> hours
    ) =>
        [
            .. Enumerable
                .Range(0, Period.DaysBetween(from.Date, until.Date) + 1)
                .Select(from.Date.PlusDays)
                .SelectMany(hours)
                .Where(s => s.From < until && from < s.Until)
                .Select(s => new WorkPiece(s.From > from ? s.From : from, s.Until < until ? s.Until : until)),
        ];

    /// <summary>Whether another is at the same time.</summary>
    public bool Overlaps(WorkPiece other) => From < other.Until && other.From < Until;
}
