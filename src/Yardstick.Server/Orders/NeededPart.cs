using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;

namespace Yardstick.Server.Orders;

/// <summary>A line whose part has still to be ordered, with its job and order.</summary>
public sealed class NeededPart
{
    /// <summary>The line.</summary>
    public required PartLine Line { get; init; }

    /// <summary>Its job.</summary>
    public required Job Job { get; init; }

    /// <summary>Its order.</summary>
    public required Order Order { get; init; }

    /// <summary>Units that nobody has and nobody ordered.</summary>
    public Quantity Missing { get; set; }

    /// <summary>It on a purchase order.</summary>
    public PartWanted Wanted => PartWanted.For(Line, Order.Id, Missing);
}
