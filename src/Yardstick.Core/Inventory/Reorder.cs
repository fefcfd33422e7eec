using System.Linq.Expressions;
using Yardstick.Core.Catalog;
using Yardstick.Core.Values;

namespace Yardstick.Core.Inventory;

/// <summary>What to reorder for the shelf (rules, Stock).</summary>
public static class Reorder
{
    /// <summary>Parts that are watched: offered, with a level to reorder at or to fill up to. SQL narrows down by it.</summary>
    public static readonly Expression<Func<Part, bool>> IsWatched = part => part.WithdrawnAt == null && part.FillLevel > Quantity.Zero;

    /// <summary>
    /// Units to order: where what is available and on order for stock is at or below the lowest level, the fewest whole packs that reach
    /// the fill level; none otherwise.
    /// </summary>
    /// <param name="part">The part.</param>
    /// <param name="onOrder">Units on order for stock.</param>
    public static Quantity Of(Part part, Quantity onOrder)
    {
        var there = part.Free + onOrder;
        if (part.WithdrawnAt is not null || part.FillLevel <= Quantity.Zero || there > part.LowestLevel || there >= part.FillLevel)
            return Quantity.Zero;
        var pack = part.PackSize > Quantity.Zero ? part.PackSize : Quantity.One;
        return pack.Times(decimal.Ceiling((part.FillLevel - there) / pack));
    }
}
