using System.Linq.Expressions;
using Yardstick.Core.Values;

namespace Yardstick.Core.Purchasing;

/// <summary>Cores that the shop owes a supplier: their charge was paid with new parts and comes back with the old ones.</summary>
public class OwedCore
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The receipt with which the new parts came.</summary>
    public long ReceiptLineId { get; init; }

    /// <summary>Cores, as many as new parts came.</summary>
    public Quantity Quantity { get; init; }

    /// <summary>Those that are on a return that was not called off.</summary>
    public Quantity Back { get; internal set; }

    /// <summary>Some have still to go back.</summary>
    public static readonly Expression<Func<OwedCore, bool>> IsOwed = core => core.Back < core.Quantity;

    /// <summary>Those that have still to go back.</summary>
    public Quantity Left => Quantity - Back;

    /// <summary>Some go onto a return, or come off it again (below zero).</summary>
    public void Goes(Quantity units) => Back += units;
}
