using Yardstick.Core.Values;

namespace Yardstick.Core.Inspections;

/// <summary>A point of an inspection: what it asks for, as the template was, and what was seen.</summary>
public class InspectionPoint
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The inspection.</summary>
    public long InspectionId { get; init; }

    /// <summary>Order within it.</summary>
    public int Position { get; init; }

    /// <summary>What it asks for, as it was when the inspection began.</summary>
    public PointSpec Spec { get; init; } = new();

    /// <summary>The rating; null before.</summary>
    public Rating? Rating { get; internal set; }

    /// <summary>The measured value, in the unit; null before, and where nothing is measured.</summary>
    public decimal? Measured { get; internal set; }

    /// <summary>Why it was not looked at; empty where it was, or is still to be.</summary>
    public string Skipped { get; internal set; } = "";

    /// <summary>Note of the technician.</summary>
    public string Note { get; internal set; } = "";

    /// <summary>Reading up to which it will still do; null where nobody said.</summary>
    public Odometer? LastsTo { get; internal set; }

    /// <summary>Day up to which it will still do; null where nobody said.</summary>
    public LocalDate? LastsUntil { get; internal set; }

    /// <summary>Who rated it last.</summary>
    public long? ById { get; internal set; }

    /// <summary>When, UTC.</summary>
    public Instant? At { get; internal set; }

    /// <summary>Counts up with every change.</summary>
    public int Version { get; internal set; } = 1;

    /// <summary>The finding that came of it; null where there is none.</summary>
    public long? FindingId { get; internal set; }

    /// <summary>Its photos.</summary>
    public List<PointPhoto> Photos { get; } = [];

    /// <summary>Nothing is left to do on it.</summary>
    public bool IsDone => Rating is not null || Skipped.Length > 0;

    /// <summary>It is to be told to somebody: anything but good.</summary>
    public bool IsFinding => Rating is > Inspections.Rating.Good;

    /// <summary>The value with its unit; empty where nothing was measured.</summary>
    public string MeasuredWords => Measured is { } measured ? Invariant($"{measured:0.###} {Spec.Unit}").Trim() : "";

    /// <summary>
    /// What was found, in words: the rating or the measured value with its limit, or why it was skipped; empty while it is open.
    /// </summary>
    /// <param name="checklist">Points are done, not rated.</param>
    public string ResultWords(bool checklist)
    {
        if (Skipped.Length > 0)
            return $"Skipped: {Skipped}";
        if (Rating is not { } rating)
            return "";
        var words = checklist && rating == Inspections.Rating.Good ? "Done" : rating.ToString();
        if (Measured is null)
            return words;
        var limit = Spec.Limits.End is { } end ? Invariant($", limit {end:0.###}") : "";
        return $"{MeasuredWords}{limit}: {words}";
    }
}
