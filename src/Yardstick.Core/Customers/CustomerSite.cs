namespace Yardstick.Core.Customers;

/// <summary>A place of a business beside its address.</summary>
public class CustomerSite
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The customer.</summary>
    public long CustomerId { get; init; }

    /// <summary>What people call it.</summary>
    public string Name { get; internal set; } = "";

    /// <summary>Street, place and code.</summary>
    public string Address { get; internal set; } = "";
}
