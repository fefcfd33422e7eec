using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>A manager let the approved work go past the ceiling up to an amount. Only added to.</summary>
public class CeilingException
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>The order.</summary>
    public long OrderId { get; set; }
    /// <summary>The approved work may come to this.</summary>
    public Money UpTo { get; set; }
    /// <summary>Why.</summary>
    public required string Reason { get; set; }
    /// <summary>Who let it.</summary>
    public long ById { get; set; }
    /// <summary>When, UTC.</summary>
    public DateTime At { get; set; }
}
