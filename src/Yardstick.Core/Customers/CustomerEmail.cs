namespace Yardstick.Core.Customers;

/// <summary>A customer's email address.</summary>
public class CustomerEmail
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The customer.</summary>
    public long CustomerId { get; init; }

    /// <summary>The address.</summary>
    public string Address { get; internal set; } = "";

    /// <summary>What it is for: home, office, invoices.</summary>
    public string Purpose { get; internal set; } = "";
}
