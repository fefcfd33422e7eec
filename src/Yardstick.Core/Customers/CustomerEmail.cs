namespace Yardstick.Core.Customers;

/// <summary>A customer's e-mail address.</summary>
public class CustomerEmail
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>The customer.</summary>
    public long CustomerId { get; set; }
    /// <summary>The address.</summary>
    public required string Address { get; set; }
    /// <summary>What it is for: home, office, invoices.</summary>
    public string Purpose { get; set; } = "";
}
