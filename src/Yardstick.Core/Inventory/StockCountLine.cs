using Yardstick.Core.Catalog;
using Yardstick.Core.Values;

namespace Yardstick.Core.Inventory;

/// <summary>A part in a count.</summary>
public class StockCountLine
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The count.</summary>
    public long StockCountId { get; init; }

    /// <summary>The part.</summary>
    public long PartId { get; init; }

    /// <summary>Units that were counted; null before.</summary>
    public Quantity? Counted { get; internal set; }

    /// <summary>Units on hand at the moment at which it was counted.</summary>
    public Quantity? Expected { get; internal set; }

    /// <summary>When it was counted, UTC.</summary>
    public Instant? CountedAt { get; internal set; }

    /// <summary>Who counted it.</summary>
    public long? CountedById { get; internal set; }

    /// <summary>Units more, or less, than were expected; null before it was counted.</summary>
    public Quantity? Difference => Counted is { } counted && Expected is { } expected ? counted - expected : null;

    internal static StockCountLine Of(Part part) => new() { PartId = part.Id };

    internal void Count(Quantity units, Quantity onHand, Actor actor) =>
        (Counted, Expected, CountedAt, CountedById) = (units, onHand, actor.At, actor.StaffId);

    internal void Forget() => (Counted, Expected, CountedAt, CountedById) = (null, null, null, null);
}
