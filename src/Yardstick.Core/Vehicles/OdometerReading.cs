using Yardstick.Core.Values;

namespace Yardstick.Core.Vehicles;

/// <summary>An odometer reading.</summary>
public class OdometerReading
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The vehicle.</summary>
    public long VehicleId { get; init; }

    /// <summary>Reading in the shop's unit.</summary>
    public Odometer Reading { get; internal set; }

    /// <summary>When it was read, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>The order that took it; null for one that came otherwise.</summary>
    public long? OrderId { get; init; }

    /// <summary>Of an order: the reading when the car left; else when it came.</summary>
    public bool Leaving { get; init; }

    /// <summary>The vehicle reported it by itself.</summary>
    public bool IsReported { get; init; }

    /// <summary>What a connected vehicle reported.</summary>
    public static OdometerReading Reported(long vehicleId, Odometer reading, Instant utcNow) =>
        new()
        {
            VehicleId = vehicleId,
            Reading = reading,
            At = utcNow,
            IsReported = true,
        };

    /// <summary>What the odometer showed when a car came.</summary>
    public static OdometerReading Of(long vehicleId, long orderId, Odometer reading, Instant utcNow) =>
        new()
        {
            VehicleId = vehicleId,
            OrderId = orderId,
            Reading = reading,
            At = utcNow,
        };
}
