using Yardstick.Core.Values;

namespace Yardstick.Core.Floor;

/// <summary>A car moved from one stage to another. Only added to.</summary>
public class StageChange
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The order.</summary>
    public long OrderId { get; init; }

    /// <summary>Where it was.</summary>
    public Stage From { get; init; }

    /// <summary>Where it went.</summary>
    public Stage To { get; init; }

    /// <summary>The stage of the shop that somebody chose; null where the program moved the car to what it means.</summary>
    public long? ToStageId { get; init; }

    /// <summary>When, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>Who moved it.</summary>
    public long ById { get; init; }

    /// <summary>Staff, a customer behind a link, or the program by itself.</summary>
    public ActorKind ByKind { get; init; }

    /// <summary>Why it moved by itself; empty when a person moved it.</summary>
    public string Because { get; init; } = "";
}
