using System.Globalization;
using System.Text.Json;
using Yardstick.Core;
using Yardstick.Core.Catalog;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;

namespace Yardstick.Server.Outside;

/// <summary>A part that an operation needs.</summary>
public sealed record NeededPart(string Type, decimal Quantity);

/// <summary>An operation of the labor guide for one car.</summary>
public sealed record GuideOperation(
    string Code,
    string System,
    string Title,
    string Words,
    string Skill,
    decimal Hours,
    IReadOnlyList<string> Contains,
    IReadOnlyDictionary<string, decimal> Beside,
    IReadOnlyList<NeededPart> Parts
)
{
    /// <summary>As lines take it.</summary>
    public LaborGuideOperation Work =>
        new(Code, Title, new(Hours), Skill, Contains, Beside.ToDictionary(b => b.Key, b => new LaborHours(b.Value)));
}

/// <summary>The labor guide for one car.</summary>
public sealed record GuideAnswer(LocalDate AsOf, IReadOnlyList<GuideOperation> Operations);

/// <summary>Something that is reset on a car, step by step.</summary>
public sealed record ResetSteps(string Key, string Title, string Steps, string Words);

/// <summary>A drawing.</summary>
public sealed record DrawingTitle(string Key, string Title, string Words);

/// <summary>Facts about one car as the service sends them; values in metric units.</summary>
public sealed record FactAnswer(
    LocalDate AsOf,
    IReadOnlyList<SpecValue> Facts,
    IReadOnlyList<WearPart> Wear,
    IReadOnlyList<ResetSteps> Resets,
    IReadOnlyList<DrawingTitle> Drawings
)
{
    /// <summary>What the rules know.</summary>
    public VehicleSpecs Known => new(AsOf, Facts, Wear);
}

/// <summary>A repair that is known for a trouble code.</summary>
public sealed record KnownRepair(string Operation, int Percent);

/// <summary>A question of a catalog about a car.</summary>
public sealed record CatalogQuestion(string Key, string Text, IReadOnlyList<string> Answers);

/// <summary>A part as a supplier offers it.</summary>
public sealed record CatalogPart(
    string Number,
    string Description,
    string Brand,
    string Quality,
    string Condition,
    string Category,
    string Type,
    decimal UnitCost,
    decimal ListPrice,
    decimal CoreEach,
    decimal Quantity,
    string MakersNumber,
    string Branch,
    int Available,
    int Minutes
)
{
    /// <summary>As lines take it.</summary>
    public SupplierOffer Offer(string supplierCode) =>
        new(
            supplierCode,
            Number,
            Description,
            Brand,
            Quality,
            Condition,
            Category,
            Type,
            new(UnitCost),
            new(ListPrice),
            new(CoreEach),
            new(Quantity),
            MakersNumber,
            Branch,
            Available,
            Minutes
        );
}

/// <summary>What a supplier's catalog answers.</summary>
public sealed record CatalogAnswer(IReadOnlyList<CatalogQuestion> Questions, IReadOnlyList<CatalogPart> Parts);

/// <summary>Labor guide, facts and catalogs: what the outside knows of a car.</summary>
public interface IVehicleSpecsClient
{
    /// <summary>All operations of the labor guide for a car.</summary>
    Task<Result<GuideAnswer>> GuideAsync(Vehicle car, CancellationToken cancel);

    /// <summary>Facts about a car.</summary>
    Task<Result<FactAnswer>> FactsAsync(Vehicle car, CancellationToken cancel);

    /// <summary>Repairs that are known for a trouble code, the most frequent first.</summary>
    Task<Result<List<KnownRepair>>> RepairsAsync(string code, CancellationToken cancel);

    /// <summary>A drawing as SVG.</summary>
    Task<Result<string>> DrawingAsync(string key, CancellationToken cancel);

    /// <summary>What a supplier has for a car: by words or number, or by type.</summary>
    Task<Result<CatalogAnswer>> PartsAsync(
        string supplierCode,
        Vehicle car,
        string words,
        string? type,
        IReadOnlyList<VehicleAnswer> answers,
        CancellationToken cancel
    );

    /// <summary>Tires that a supplier has, by size or rim.</summary>
    Task<Result<CatalogAnswer>> TiresAsync(string supplierCode, string size, CancellationToken cancel);
}

/// <summary>Labor guide, facts and catalogs over HTTP.</summary>
public sealed class VehicleSpecsClient(IHttpClientFactory clients) : IVehicleSpecsClient
{
    /// <summary>Names of the clients; each service has its own patience.</summary>
    public const string Guide = "guide",
        Facts = "facts",
        Catalogs = "catalogs";

    private sealed record FactRow(
        string Key,
        string Use,
        string Title,
        string Value,
        string Unit,
        string Condition,
        string Caution,
        string Words
    );

    private sealed record FactSheet(
        LocalDate AsOf,
        List<FactRow> Facts,
        List<WearPart> Wear,
        List<ResetSteps> Resets,
        List<DrawingTitle> Drawings
    );

    /// <inheritdoc />
    public Task<Result<GuideAnswer>> GuideAsync(Vehicle car, CancellationToken cancel) =>
        GetAsync<GuideAnswer>(Guide, $"guide/operations?{Car(car)}", cancel);

    /// <inheritdoc />
    public async Task<Result<FactAnswer>> FactsAsync(Vehicle car, CancellationToken cancel)
    {
        var call = await GetAsync<FactSheet>(Facts, $"facts/car?{Car(car)}", cancel);
        if (call.Problem is { } problem)
            return problem;
        var facts = call.Value.Facts.ConvertAll(f => new SpecValue(
            f.Key,
            f.Use switch
            {
                "goesIn" => SpecUse.GoesIn,
                "wears" => SpecUse.Wears,
                "tightened" => SpecUse.Tightened,
                _ => SpecUse.Set,
            },
            f.Title,
            f.Value,
            f.Unit,
            f.Condition,
            f.Caution,
            f.Words
        ));
        return new FactAnswer(call.Value.AsOf, facts, call.Value.Wear, call.Value.Resets, call.Value.Drawings);
    }

    /// <inheritdoc />
    public Task<Result<List<KnownRepair>>> RepairsAsync(string code, CancellationToken cancel) =>
        GetAsync<List<KnownRepair>>(Facts, $"facts/repairs/{Uri.EscapeDataString(code)}", cancel);

    /// <inheritdoc />
    public async Task<Result<string>> DrawingAsync(string key, CancellationToken cancel)
    {
        try
        {
            using var response = await clients
                .CreateClient(Facts)
                .GetAsync(new Uri($"facts/drawings/{Uri.EscapeDataString(key)}", UriKind.Relative), cancel);
            return response.IsSuccessStatusCode
                ? await response.Content.ReadAsStringAsync(cancel)
                : new Problem("outside.unknown", "has no data for this");
        }
        catch (Exception problem) when (OutsideCall.IsSilence(problem))
        {
            return new Problem("outside.silent", "is not responding");
        }
    }

    /// <inheritdoc />
    public Task<Result<CatalogAnswer>> PartsAsync(
        string supplierCode,
        Vehicle car,
        string words,
        string? type,
        IReadOnlyList<VehicleAnswer> answers,
        CancellationToken cancel
    )
    {
        var told = string.Concat(answers.Select(a => $"&answer.{Uri.EscapeDataString(a.Question)}={Uri.EscapeDataString(a.Answer)}"));
        var wanted = type is null ? $"q={Uri.EscapeDataString(words)}" : $"type={Uri.EscapeDataString(type)}";
        return GetAsync<CatalogAnswer>(Catalogs, $"suppliers/{Uri.EscapeDataString(supplierCode)}/parts?{Car(car)}&{wanted}{told}", cancel);
    }

    /// <inheritdoc />
    public Task<Result<CatalogAnswer>> TiresAsync(string supplierCode, string size, CancellationToken cancel) =>
        GetAsync<CatalogAnswer>(Catalogs, $"suppliers/{Uri.EscapeDataString(supplierCode)}/tires?q={Uri.EscapeDataString(size)}", cancel);

    private static string Car(Vehicle car) =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"make={Uri.EscapeDataString(car.Make)}&model={Uri.EscapeDataString(car.Model)}&year={car.Year}&engine={Uri.EscapeDataString(car.Engine)}"
        );

    private Task<Result<T>> GetAsync<T>(string service, string path, CancellationToken cancel) =>
        OutsideCall.SendAsync<T>(clients.CreateClient(service), new HttpRequestMessage(HttpMethod.Get, path), cancel);
}
