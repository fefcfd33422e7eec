using Yardstick.Core;

namespace Yardstick.Server.Outside;

/// <summary>What the vehicle data service says of a car.</summary>
public sealed record VehicleFacts(string Vin, int Year, string Make, string Model, string Trim, string Engine, string Drive);

/// <summary>A model that can be chosen.</summary>
public sealed record ModelChoice(string Model, IReadOnlyList<string> Engines, string Drive, IReadOnlyList<string> Trims, int From);

/// <summary>A make that can be chosen.</summary>
public sealed record MakeChoice(string Make, IReadOnlyList<ModelChoice> Models);

/// <summary>The vehicle data service.</summary>
public interface IVehicleData
{
    /// <summary>What a plate is on.</summary>
    Task<Result<VehicleFacts>> ByPlateAsync(string region, string plate, CancellationToken cancel);
    /// <summary>What a VIN is.</summary>
    Task<Result<VehicleFacts>> ByVinAsync(string vin, CancellationToken cancel);
    /// <summary>Makes, models and engines to choose from.</summary>
    Task<Result<List<MakeChoice>>> MakesAsync(CancellationToken cancel);
}

/// <summary>The vehicle data service over HTTP.</summary>
public sealed class VehicleData(HttpClient http) : IVehicleData
{
    /// <inheritdoc />
    public Task<Result<VehicleFacts>> ByPlateAsync(string region, string plate, CancellationToken cancel) =>
        OutsideCall.SendAsync<VehicleFacts>(http, new HttpRequestMessage(HttpMethod.Get, $"vehicles/by-plate/{Uri.EscapeDataString(region.Length > 0 ? region : "-")}/{Uri.EscapeDataString(plate)}"), cancel);

    /// <inheritdoc />
    public Task<Result<VehicleFacts>> ByVinAsync(string vin, CancellationToken cancel) =>
        OutsideCall.SendAsync<VehicleFacts>(http, new HttpRequestMessage(HttpMethod.Get, $"vehicles/by-vin/{Uri.EscapeDataString(vin)}"), cancel);

    /// <inheritdoc />
    public Task<Result<List<MakeChoice>>> MakesAsync(CancellationToken cancel) =>
        OutsideCall.SendAsync<List<MakeChoice>>(http, new HttpRequestMessage(HttpMethod.Get, "vehicles/makes"), cancel);
}
