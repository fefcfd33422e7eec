namespace Yardstick.Core.Inspections;

/// <summary>A photo of a point.</summary>
public class PointPhoto
{
    /// <summary>Most marks on a photo.</summary>
    public const int MostMarks = 20;

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The point.</summary>
    public long InspectionPointId { get; init; }

    /// <summary>Content hash of the photo.</summary>
    public required string Hash { get; init; }

    /// <summary>It shows the part after the work; otherwise before.</summary>
    public bool After { get; init; }

    /// <summary>When it was added, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>Who added it.</summary>
    public long ById { get; init; }

    /// <summary>Marks drawn on it.</summary>
    public List<PhotoMark> Marks { get; } = [];

    /// <summary>
    /// Draws marks on it instead of those that were there. Refuses with <c>photo.marks</c> where there are too many or one lies outside.
    /// </summary>
    /// <param name="marks">The marks.</param>
    public Result Draw(IReadOnlyList<PhotoMark> marks)
    {
        if (marks.Count > MostMarks || marks.Any(m => !m.IsInside))
            return new Problem("photo.marks", $"A photo has at most {MostMarks} marks, all of them on it.");
        Marks.Clear();
        Marks.AddRange(marks);
        return Result.Done;
    }
}
