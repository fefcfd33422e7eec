namespace Yardstick.Core.Customers;

/// <summary>What changed on a customer or a vehicle, by whom and when. Only added to.</summary>
public class RecordChange
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>What changed: <c>customer</c> or <c>vehicle</c>.</summary>
    public required string Target { get; init; }

    /// <summary>Which one.</summary>
    public long TargetId { get; init; }

    /// <summary>Which field.</summary>
    public required string Field { get; init; }

    /// <summary>Before, as shown.</summary>
    public string Old { get; init; } = "";

    /// <summary>After, as shown.</summary>
    public string New { get; init; } = "";

    /// <summary>Version of the target after it.</summary>
    public int Version { get; init; }

    /// <summary>When, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>Who.</summary>
    public long ById { get; init; }

    /// <summary>The browser tab that it came from.</summary>
    public string ClientId { get; init; } = "";
}
