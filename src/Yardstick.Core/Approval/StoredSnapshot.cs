namespace Yardstick.Core.Approval;

/// <summary>A frozen copy of exactly what a customer was shown when they decided, or was sent. Only added to.</summary>
public class StoredSnapshot
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The order.</summary>
    public long OrderId { get; init; }

    /// <summary>When, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>SHA-256 of <see cref="Json"/>, in hex.</summary>
    public required string Hash { get; init; }

    /// <summary>What was shown, as <see cref="EstimateSnapshot"/> writes it.</summary>
    public required string Json { get; init; }
}
