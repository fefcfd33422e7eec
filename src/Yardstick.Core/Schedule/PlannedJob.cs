namespace Yardstick.Core.Schedule;

/// <summary>A planned job as it stands on the axis of the day; times are wall time.</summary>
public sealed record PlannedJob
{
    /// <summary>When it began, or begins.</summary>
    public required LocalDateTime Start { get; init; }

    /// <summary>When it ended, or ends at the hours that were sold.</summary>
    public required LocalDateTime End { get; init; }

    /// <summary>How much of it is done, 0 to 1.</summary>
    public required decimal Share { get; init; }

    /// <summary>It is finished.</summary>
    public required bool Finished { get; init; }

    /// <summary>Somebody is on it.</summary>
    public required bool Running { get; init; }

    /// <summary>Minutes beyond the hours that were sold, while somebody is on it.</summary>
    public required int MinutesOver { get; init; }

    /// <summary>What it hangs on, in words; empty for nothing.</summary>
    public required string Why { get; init; }

    /// <summary>Nothing stands in its way.</summary>
    public bool Certain => Finished || Running || Why.Length == 0;
}
