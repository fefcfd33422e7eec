namespace Yardstick.Server.Orders;

/// <summary>The vehicle on a sheet.</summary>
public sealed record SheetVehicle(
    long Id,
    string Plate,
    string Description,
    string Vin,
    string Color,
    string Warning,
    int? LastReading,
    Instant? LastReadingAt,
    string PhotoHash
);
