namespace Yardstick.Server.Orders;

/// <summary>What a hit in the index is.</summary>
internal enum HitKind
{
    /// <summary>A customer.</summary>
    Customer,

    /// <summary>A vehicle.</summary>
    Vehicle,

    /// <summary>An order.</summary>
    Order,

    /// <summary>An order of a former program.</summary>
    FormerOrder,
}
