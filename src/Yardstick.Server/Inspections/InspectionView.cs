using Yardstick.Core.Inspections;

namespace Yardstick.Server.Inspections;

/// <summary>A mark on a photo; shares of its width and height, 0 to 1.</summary>
public sealed record PhotoMarkView(bool Ring, decimal FromX, decimal FromY, decimal ToX, decimal ToY);

/// <summary>A photo of a point.</summary>
public sealed record PointPhotoView(long Id, string Hash, bool After, IReadOnlyList<PhotoMarkView> Marks);

/// <summary>What was seen of a point last time.</summary>
/// <param name="Rating">The rating.</param>
/// <param name="Measured">The value; null where nothing was measured.</param>
/// <param name="Odometer">Odometer then; null where it is not known.</param>
/// <param name="At">When, wall time.</param>
/// <param name="Wear">Loss for each 1,000 since then; null where nobody can tell.</param>
public sealed record LastTimeView(Rating? Rating, decimal? Measured, int? Odometer, LocalDateTime At, decimal? Wear);

/// <summary>A point of an inspection.</summary>
public sealed record InspectionPointView
{
    /// <summary>Key.</summary>
    public required long Id { get; init; }

    /// <summary>Version, sent with the next change.</summary>
    public required int Version { get; init; }

    /// <summary>Part of the vehicle.</summary>
    public required string Group { get; init; }

    /// <summary>What is looked at.</summary>
    public required string Title { get; init; }

    /// <summary>Unit; empty where it is only rated.</summary>
    public required string Unit { get; init; }

    /// <summary>Its limits.</summary>
    public required PointLimits Limits { get; init; }

    /// <summary>The rating; null before.</summary>
    public required Rating? Rating { get; init; }

    /// <summary>The measured value; null before.</summary>
    public required decimal? Measured { get; init; }

    /// <summary>Why it was not looked at.</summary>
    public required string Skipped { get; init; }

    /// <summary>Note.</summary>
    public required string Note { get; init; }

    /// <summary>Reading up to which it will still do.</summary>
    public required int? LastsTo { get; init; }

    /// <summary>Day up to which it will still do.</summary>
    public required LocalDate? LastsUntil { get; init; }

    /// <summary>The reading that is proposed, from its wear since last time; null where nobody can tell.</summary>
    public required int? ProposedTo { get; init; }

    /// <summary>The day that is proposed, from that reading and the vehicle's use.</summary>
    public required LocalDate? ProposedOn { get; init; }

    /// <summary>The canned job that it asks for, by its title; empty for none.</summary>
    public required string Job { get; init; }

    /// <summary>What was seen last time; null where it was not looked at before.</summary>
    public required LastTimeView? Last { get; init; }

    /// <summary>Its photos.</summary>
    public required IReadOnlyList<PointPhotoView> Photos { get; init; }

    /// <summary>Who rated it; empty before.</summary>
    public required string By { get; init; }
}

/// <summary>An inspection, without any amount of money.</summary>
public sealed record InspectionView
{
    /// <summary>Key.</summary>
    public required long Id { get; init; }

    /// <summary>Version.</summary>
    public required int Version { get; init; }

    /// <summary>The order.</summary>
    public required long OrderId { get; init; }

    /// <summary>Its number.</summary>
    public required long OrderNumber { get; init; }

    /// <summary>Plate.</summary>
    public required string Plate { get; init; }

    /// <summary>The vehicle in words.</summary>
    public required string Vehicle { get; init; }

    /// <summary>Odometer; null where it is not known.</summary>
    public required int? Odometer { get; init; }

    /// <summary>Name.</summary>
    public required string Name { get; init; }

    /// <summary>Points are done, not rated.</summary>
    public required bool IsChecklist { get; init; }

    /// <summary>Who is at it; null for whoever takes it.</summary>
    public required long? TechnicianId { get; init; }

    /// <summary>When it was finished, wall time; null before.</summary>
    public required LocalDateTime? FinishedAt { get; init; }

    /// <summary>Who finished it; empty before.</summary>
    public required string FinishedBy { get; init; }

    /// <summary>A service writer read it.</summary>
    public required bool Read { get; init; }

    /// <summary>Its points in their order.</summary>
    public required IReadOnlyList<InspectionPointView> Points { get; init; }
}
