namespace Yardstick.Core.Floor;

/// <summary>The work on a vehicle was looked over by somebody who did not do it. Only added to.</summary>
public class QualityCheck
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The order.</summary>
    public long OrderId { get; init; }

    /// <summary>The job that was sent back; null where the check was passed.</summary>
    public long? JobId { get; init; }

    /// <summary>It was passed.</summary>
    public bool Passed { get; init; }

    /// <summary>What is to be done again, or what was seen.</summary>
    public string Note { get; init; } = "";

    /// <summary>Who looked.</summary>
    public long ById { get; init; }

    /// <summary>When, UTC.</summary>
    public Instant At { get; init; }
}
