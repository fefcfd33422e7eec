using Yardstick.Core.Values;

namespace Yardstick.Core.Customers;

/// <summary>An account's own number for a named labor rate.</summary>
public class CustomerRate
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The customer.</summary>
    public long CustomerId { get; init; }

    /// <summary>Name of the rate, as the policy has it.</summary>
    public required string Name { get; init; }

    /// <summary>Amount for an hour, up to 4 decimals.</summary>
    public UnitPrice Rate { get; internal set; }
}
