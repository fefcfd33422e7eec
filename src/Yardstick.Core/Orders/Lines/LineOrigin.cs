namespace Yardstick.Core.Orders;

/// <summary>Where a line of an order came from.</summary>
public enum LineOrigin
{
    /// <summary>Somebody typed it.</summary>
    Typed,

    /// <summary>The labor guide.</summary>
    Guide,

    /// <summary>The shop's own catalog.</summary>
    Stock,

    /// <summary>A supplier's offer.</summary>
    Supplier,

    /// <summary>A fact about the car.</summary>
    Fact,

    /// <summary>A named fee.</summary>
    Fee,

    /// <summary>A canned job.</summary>
    Canned,

    /// <summary>An earlier visit.</summary>
    Earlier,

    /// <summary>Rows that were pasted.</summary>
    Pasted,

    /// <summary>A service of the maker's schedule.</summary>
    Service,
}
