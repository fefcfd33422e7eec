namespace Yardstick.Core.Orders;

/// <summary>What a write-up gathers for the head of a new order.</summary>
public sealed record OrderStart
{
    /// <summary>Customer; null for a sale over the counter to somebody unknown.</summary>
    public long? CustomerId { get; init; }

    /// <summary>Vehicle; null for a sale over the counter.</summary>
    public long? VehicleId { get; init; }

    /// <summary>Chosen by name: sold over the counter, without a car.</summary>
    public bool CounterSale { get; init; }

    /// <summary>An estimate for a vehicle that nobody named yet: priced as one for a vehicle, which is added later.</summary>
    public bool WithoutVehicle { get; init; }

    /// <summary>The vehicle comes later.</summary>
    public bool NotHereYet { get; init; }

    /// <summary>The customer waits here.</summary>
    public bool CustomerWaits { get; init; }

    /// <summary>Key tag, as typed, at most 20 characters.</summary>
    public string? KeyTag { get; init; }

    /// <summary>The owner wants the old parts back.</summary>
    public bool OldPartsBack { get; init; }

    /// <summary>To be washed when the work is done.</summary>
    public bool WashingWanted { get; init; }

    /// <summary>Comes before others.</summary>
    public bool HasPriority { get; init; }

    /// <summary>Whom to talk to about it.</summary>
    public long? ContactId { get; init; }

    /// <summary>Which of the customer's sites it is for.</summary>
    public long? SiteId { get; init; }

    /// <summary>Nobody said whose order it is.</summary>
    public static readonly Problem NoCustomer = new(
        "writeUp.customer",
        "Find the customer, or type at least a name for a new one.",
        "customer"
    );

    /// <summary>Nobody said which car it is for.</summary>
    public static readonly Problem NoVehicle = new(
        "writeUp.vehicle",
        "Choose or enter the vehicle, or choose Counter sale or No vehicle yet.",
        "vehicle"
    );
}
