namespace Yardstick.Core.Customers;

/// <summary>A customer's telephone number.</summary>
public class CustomerPhone
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>The customer.</summary>
    public long CustomerId { get; set; }
    /// <summary>E.164 form.</summary>
    public required string Number { get; set; }
    /// <summary>What it is for: mobile, work, home.</summary>
    public string Purpose { get; set; } = "";
    /// <summary>Whether texts may be sent; null if never asked.</summary>
    public bool? Texts { get; set; }
}
