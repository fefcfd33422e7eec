namespace Yardstick.Core.Vehicles;

/// <summary>What was typed about a vehicle.</summary>
public sealed record VehicleInput(
    string? Plate,
    string? PlateRegion,
    string? Vin,
    string? Year,
    string? Make,
    string? Model,
    string? Engine,
    string? Color,
    string? Drive = null,
    string? Trim = null
);
