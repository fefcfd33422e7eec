namespace Yardstick.Server.Orders;

/// <summary>What was found.</summary>
public enum FoundKind
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
