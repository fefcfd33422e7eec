namespace Yardstick.Core.Customers;

/// <summary>What of a customer was on screen.</summary>
public enum LookedAt
{
    /// <summary>The customer's own page.</summary>
    Customer,

    /// <summary>A vehicle of theirs.</summary>
    Vehicle,

    /// <summary>An order of theirs.</summary>
    Order,
}
