using Yardstick.Core;

namespace Yardstick.Server.Outside;

/// <summary>What the vehicle data service says of a car.</summary>
public sealed record VehicleFacts(string Vin, int Year, string Make, string Model, string Trim, string Engine, string Drive);

/// <summary>A model that can be chosen.</summary>
public sealed record ModelChoice(string Model, IReadOnlyList<string> Engines, string Drive, IReadOnlyList<string> Trims, int From);

/// <summary>A make that can be chosen.</summary>
public sealed record MakeChoice(string Make, IReadOnlyList<ModelChoice> Models);

/// <summary>A service of the maker's schedule, in miles and months.</summary>
/// <param name="Title">What is done.</param>
/// <param name="Miles">Miles between two times.</param>
/// <param name="Months">Months between two times.</param>
/// <param name="HardMiles">Miles in hard use.</param>
/// <param name="HardMonths">Months in hard use.</param>
/// <param name="Operations">Codes of the labor guide.</param>
/// <param name="Parts">Parts that it needs.</param>
/// <param name="Checklist">What the technician ticks off.</param>
public sealed record ScheduleEntry(
    string Title,
    int? Miles,
    int? Months,
    int? HardMiles,
    int? HardMonths,
    IReadOnlyList<string>? Operations = null,
    IReadOnlyList<ServicePart>? Parts = null,
    IReadOnlyList<string>? Checklist = null
);

/// <summary>A part that a service needs.</summary>
/// <param name="Type">What it is in the words of the catalogs.</param>
/// <param name="Quantity">How many; 0 where the fact tells it.</param>
/// <param name="Fact">The fact that tells the quantity.</param>
public sealed record ServicePart(string Type, decimal Quantity, string? Fact = null);

/// <summary>A recall that is open on a car, or a bulletin about its model.</summary>
/// <param name="Kind">recall or bulletin.</param>
/// <param name="Number">The maker's number.</param>
/// <param name="On">The day of its issue.</param>
/// <param name="Title">What it is about.</param>
/// <param name="Text">What is wrong, or what to do.</param>
/// <param name="Remedy">What the maker does; empty for bulletins.</param>
public sealed record Campaign(string Kind, string Number, LocalDate On, string Title, string Text, string Remedy);

/// <summary>Something that others wrote down about a car.</summary>
public sealed record PastEntry(LocalDate On, int? Miles, string Place, string Text);

/// <summary>The vehicle data service.</summary>
public interface IVehicleDataClient
{
    /// <summary>What a plate is on.</summary>
    Task<Result<VehicleFacts>> ByPlateAsync(string region, string plate, CancellationToken cancel);

    /// <summary>What a VIN is.</summary>
    Task<Result<VehicleFacts>> ByVinAsync(string vin, CancellationToken cancel);

    /// <summary>Makes, models and engines to choose from.</summary>
    Task<Result<List<MakeChoice>>> MakesAsync(CancellationToken cancel);

    /// <summary>The maker's schedule for cars with such an engine.</summary>
    Task<Result<List<ScheduleEntry>>> ScheduleAsync(string make, string model, string engine, CancellationToken cancel);

    /// <summary>Open recalls of a car and bulletins about its model.</summary>
    Task<Result<List<Campaign>>> CampaignsAsync(string vin, CancellationToken cancel);

    /// <summary>What others wrote down about a car.</summary>
    Task<Result<List<PastEntry>>> PastAsync(string vin, CancellationToken cancel);
}

/// <summary>The vehicle data service over HTTP.</summary>
public sealed class VehicleDataClient(HttpClient http) : IVehicleDataClient
{
    /// <inheritdoc />
    public Task<Result<VehicleFacts>> ByPlateAsync(string region, string plate, CancellationToken cancel) =>
        OutsideCall.SendAsync<VehicleFacts>(
            http,
            new HttpRequestMessage(
                HttpMethod.Get,
                $"vehicles/by-plate/{Uri.EscapeDataString(region.Length > 0 ? region : "-")}/{Uri.EscapeDataString(plate)}"
            ),
            cancel
        );

    /// <inheritdoc />
    public Task<Result<VehicleFacts>> ByVinAsync(string vin, CancellationToken cancel) =>
        OutsideCall.SendAsync<VehicleFacts>(
            http,
            new HttpRequestMessage(HttpMethod.Get, $"vehicles/by-vin/{Uri.EscapeDataString(vin)}"),
            cancel
        );

    /// <inheritdoc />
    public Task<Result<List<MakeChoice>>> MakesAsync(CancellationToken cancel) =>
        OutsideCall.SendAsync<List<MakeChoice>>(http, new HttpRequestMessage(HttpMethod.Get, "vehicles/makes"), cancel);

    /// <inheritdoc />
    public Task<Result<List<ScheduleEntry>>> ScheduleAsync(string make, string model, string engine, CancellationToken cancel) =>
        OutsideCall.SendAsync<List<ScheduleEntry>>(
            http,
            new HttpRequestMessage(
                HttpMethod.Get,
                $"vehicles/schedule?make={Uri.EscapeDataString(make)}&model={Uri.EscapeDataString(model)}&engine={Uri.EscapeDataString(engine)}"
            ),
            cancel
        );

    /// <inheritdoc />
    public Task<Result<List<Campaign>>> CampaignsAsync(string vin, CancellationToken cancel) =>
        OutsideCall.SendAsync<List<Campaign>>(
            http,
            new HttpRequestMessage(HttpMethod.Get, $"vehicles/campaigns/{Uri.EscapeDataString(vin)}"),
            cancel
        );

    /// <inheritdoc />
    public Task<Result<List<PastEntry>>> PastAsync(string vin, CancellationToken cancel) =>
        OutsideCall.SendAsync<List<PastEntry>>(
            http,
            new HttpRequestMessage(HttpMethod.Get, $"vehicles/past/{Uri.EscapeDataString(vin)}"),
            cancel
        );
}
