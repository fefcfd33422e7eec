using System.Text.Json;

namespace Yardstick.StandIns;

/// <summary>
/// Facts about cars. GET /facts/car?make=&amp;model=&amp;engine= tells what goes in, what wears out, what is tightened and what is set,
/// in metric units; /facts/repairs/{code} the repairs that are known for a trouble code; /facts/drawings/{key} a drawing (SVG).
/// </summary>
internal static class FactService
{
    private sealed record Definition(string Key, string Use, string Title, string Unit, string Condition, string Caution, string Words);

    private sealed record Reset(string Key, string Needs, string Title, string Steps, string Words);

    private sealed record Drawing(string Key, string Title, string Words);

    private sealed record Repair(string Code, string Operation, int Percent);

    private sealed record WearPart(string Number, string[] Equivalents);

    private sealed record Car(
        string Make,
        string Model,
        string Engine,
        string AsOf,
        Dictionary<string, JsonElement> Values,
        Dictionary<string, WearPart> Wear,
        string[] Drawings
    );

    private sealed record Data(Definition[] Facts, Reset[] Resets, Drawing[] Drawings, Repair[] Repairs, Car[] Cars);

    private static readonly Data All = DataFile.Read<Data>("facts.json");

    internal static void Map(IEndpointRouteBuilder app)
    {
        app.MapGet("/facts/car", (string? make, string? model, string? engine, HttpContext http, Moods moods) =>
            moods.UnderAsync("facts", http, refuse =>
                !refuse && Find(make, model, engine) is { } car ? Results.Json(Sheet(car)) : Results.NotFound()
            )
        );
        app.MapGet("/facts/repairs/{code}", (string code, HttpContext http, Moods moods) =>
            moods.UnderAsync("facts", http, refuse =>
                refuse
                    ? Results.NotFound()
                    : Results.Json(All.Repairs.Where(r => r.Code == code.ToUpperInvariant()).OrderByDescending(r => r.Percent))
            )
        );
        app.MapGet("/facts/drawings/{key}", (string key, HttpContext http, Moods moods) =>
            moods.UnderAsync("facts", http, refuse =>
                !refuse && Array.Exists(All.Drawings, d => d.Key == key)
                    ? Results.File(DataFile.PathOf($"drawings/{key}.svg"), "image/svg+xml")
                    : Results.NotFound()
            )
        );
    }

    /// <summary>The maker's number of a part that wears, where it is known.</summary>
    internal static string? MakersNumber(string? make, string? model, string? engine, string type) =>
        Find(make, model, engine) is { } car && car.Wear.TryGetValue(type, out var part) ? part.Number : null;

    internal static string? BatteryGroup(string? make, string? model, string? engine) =>
        Find(make, model, engine) is { } car && car.Values.TryGetValue("batteryGroup", out var group) ? group.GetString() : null;

    private static Car? Find(string? make, string? model, string? engine)
    {
        bool Same(string known, string? asked) => string.Equals(known, asked?.Trim(), StringComparison.OrdinalIgnoreCase);
        return Array.Find(All.Cars, c => Same(c.Make, make) && Same(c.Model, model) && Same(c.Engine, engine))
            ?? Array.Find(All.Cars, c => Same(c.Make, make) && Same(c.Model, model) && string.IsNullOrWhiteSpace(engine));
    }

    private static object Sheet(Car car) =>
        new
        {
            car.AsOf,
            Facts = All
                .Facts.Where(f => car.Values.ContainsKey(f.Key))
                .Select(f => new
                {
                    f.Key,
                    f.Use,
                    f.Title,
                    Value = car.Values[f.Key].ToString(),
                    f.Unit,
                    f.Condition,
                    f.Caution,
                    f.Words,
                }),
            Wear = car.Wear.Select(w => new
            {
                Type = w.Key,
                Title = CatalogService.TitleOf(w.Key),
                w.Value.Number,
                w.Value.Equivalents,
            }),
            Resets = All
                .Resets.Where(r => DataFile.Fits(r.Needs, car.Engine))
                .Select(r => new
                {
                    r.Key,
                    r.Title,
                    r.Steps,
                    r.Words,
                }),
            Drawings = All.Drawings.Where(d => car.Drawings.Contains(d.Key)),
        };
}
