using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>A manager let the approved work go past the ceiling up to an amount. Only added to.</summary>
public class CeilingException
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The order.</summary>
    public long OrderId { get; init; }

    /// <summary>The approved work may come to this.</summary>
    public Money UpTo { get; init; }

    /// <summary>Why.</summary>
    public required string Reason { get; init; }

    /// <summary>Who let it.</summary>
    public long ById { get; init; }

    /// <summary>When, UTC.</summary>
    public Instant At { get; init; }
}
