namespace Yardstick.Core.Schedule;

/// <summary>A job that a better plan puts somewhere else.</summary>
/// <param name="JobId">The job.</param>
/// <param name="OrderId">Its order.</param>
/// <param name="Before">Where it stands; null where nobody scheduled it.</param>
/// <param name="Version">Version of where it stands; 0 where nobody scheduled it.</param>
/// <param name="After">Where it would stand.</param>
/// <param name="End">When it would end, wall time.</param>
/// <param name="Pieces">The same in stretches of the hours of whoever does it.</param>
/// <param name="IsCertain">It is approved.</param>
public sealed record ProposedMove(
    long JobId,
    long OrderId,
    Placement? Before,
    int Version,
    Placement After,
    LocalDateTime End,
    IReadOnlyList<WorkPiece> Pieces,
    bool IsCertain
);
