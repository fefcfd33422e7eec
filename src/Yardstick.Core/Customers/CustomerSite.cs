namespace Yardstick.Core.Customers;

/// <summary>A place of a business beside its address.</summary>
public class CustomerSite
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>The customer.</summary>
    public long CustomerId { get; set; }
    /// <summary>What people call it.</summary>
    public required string Name { get; set; }
    /// <summary>Street, place and code.</summary>
    public string Address { get; set; } = "";
}
