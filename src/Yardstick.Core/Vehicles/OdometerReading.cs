namespace Yardstick.Core.Vehicles;

/// <summary>An odometer reading.</summary>
public class OdometerReading
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>The vehicle.</summary>
    public long VehicleId { get; set; }
    /// <summary>Reading in the shop's unit.</summary>
    public int Reading { get; set; }
    /// <summary>When it was read, UTC.</summary>
    public DateTime At { get; set; }
    /// <summary>The order that took it; null for one that came otherwise.</summary>
    public long? OrderId { get; set; }
    /// <summary>Of an order: the reading when the car left; else when it came.</summary>
    public bool Leaving { get; set; }
}
