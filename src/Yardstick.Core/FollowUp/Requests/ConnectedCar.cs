namespace Yardstick.Core.FollowUp;

/// <summary>A vehicle whose owner lets it report to the shop.</summary>
public class ConnectedCar
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>Its name at the service.</summary>
    public required string Key { get; init; }

    /// <summary>Its VIN.</summary>
    public string Vin { get; init; } = "";

    /// <summary>The owner's name at the service.</summary>
    public string Owner { get; init; } = "";

    /// <summary>The owner's telephone in E.164.</summary>
    public string Phone { get; init; } = "";

    /// <summary>The vehicle on file; null while nobody knows which.</summary>
    public long? VehicleId { get; internal set; }

    /// <summary>The owner agreed, UTC.</summary>
    public Instant Since { get; internal set; }

    /// <summary>The owner ended it, UTC; null while it reports. What comes after that is not kept.</summary>
    public Instant? EndedAt { get; internal set; }

    /// <summary>When it last reported, UTC.</summary>
    public Instant? HeardAt { get; internal set; }

    /// <summary>Battery voltage when it last said; null where it never did.</summary>
    public decimal? BatteryVolts { get; internal set; }

    /// <summary>Below this a 12-volt lead battery at rest is about half empty.</summary>
    public const decimal LowVolts = 12.2m;

    /// <summary>Its battery was low when it last said.</summary>
    public bool BatteryIsLow => BatteryVolts < LowVolts;

    /// <summary>It reports to the shop.</summary>
    public bool Reports => EndedAt is null;

    /// <summary>It is this vehicle on file.</summary>
    /// <param name="vehicleId">Which.</param>
    public void Is(long? vehicleId) => VehicleId = vehicleId;

    /// <summary>The owner agreed again.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    public void Begin(Instant utcNow) => (Since, EndedAt) = (utcNow, null);

    /// <summary>The owner ended it.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    public void End(Instant utcNow) => EndedAt ??= utcNow;

    /// <summary>It reported.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    /// <param name="volts">Battery voltage; null where it does not say.</param>
    public void Heard(Instant utcNow, decimal? volts) => (HeardAt, BatteryVolts) = (utcNow, volts ?? BatteryVolts);
}
