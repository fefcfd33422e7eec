namespace Yardstick.Core.Customers;

/// <summary>What was merged.</summary>
public enum MergeKind
{
    /// <summary>Two records of one customer.</summary>
    Customers,

    /// <summary>Two records of one car.</summary>
    Vehicles,
}
