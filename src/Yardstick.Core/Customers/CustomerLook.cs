namespace Yardstick.Core.Customers;

/// <summary>Somebody of the shop who had a customer's record, or one of their vehicles or orders, on screen.</summary>
public class CustomerLook
{
    /// <summary>Looks of one person within this time of each other are one.</summary>
    public static readonly Duration Together = Duration.FromMinutes(15);

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The customer.</summary>
    public long CustomerId { get; init; }

    /// <summary>Who.</summary>
    public long StaffId { get; init; }

    /// <summary>When, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>What was on screen.</summary>
    public LookedAt What { get; init; }
}
