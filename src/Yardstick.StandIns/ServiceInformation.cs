using System.Globalization;
using System.Text.Json;

namespace Yardstick.StandIns;

/// <summary>
/// What is to be done on cars, and what happened to them. GET /vehicles/schedule?engine= lists the maker's services in miles and months,
/// for normal and hard use, with their operations of the labor guide, parts and checklist; /vehicles/campaigns/{vin} the recalls that are
/// open on a car and the bulletins about its model;
/// /vehicles/past/{vin} what others wrote down about it. A car that is not known has none of them (404).
/// </summary>
internal static class ServiceInformation
{
    private sealed record ServicePart(string Type, decimal Quantity, string? Fact);

    private sealed record Service(
        string Title,
        int? Miles,
        int? Months,
        int? HardMiles,
        int? HardMonths,
        string[] Operations,
        ServicePart[] Parts,
        string[] Checklist
    );

    private sealed record Campaign(
        string Kind,
        string Number,
        string Make,
        string Model,
        int From,
        int To,
        string On,
        string Title,
        string Text,
        string Remedy
    );

    private sealed record Data(Dictionary<string, Service[]> Schedules, Campaign[] Campaigns);

    private sealed record Entry(string On, int? Miles, string Place, string Text);

    private static readonly Data All = JsonSerializer.Deserialize<Data>(
        File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "Data", "services.json")),
        JsonSerializerOptions.Web
    )!;

    internal static void Map(IEndpointRouteBuilder app)
    {
        app.MapGet("/vehicles/schedule", (string? engine, HttpContext http, Moods moods) =>
            moods.UnderAsync("vehicles", http, refuse => refuse ? Results.NotFound() : Results.Json(All.Schedules[Kind(engine ?? "")]))
        );
        app.MapGet("/vehicles/campaigns/{vin}", (string vin, HttpContext http, Moods moods, TimeProvider time) =>
            moods.UnderAsync("vehicles", http, refuse =>
                !refuse && VehicleService.ByVin(vin, time.GetUtcNow().Year) is { } car ? Results.Json(Campaigns(car)) : Results.NotFound()
            )
        );
        app.MapGet("/vehicles/past/{vin}", (string vin, HttpContext http, Moods moods, TimeProvider time) =>
            moods.UnderAsync("vehicles", http, refuse =>
                !refuse && VehicleService.ByVin(vin, time.GetUtcNow().Year) is { } car
                    ? Results.Json(Past(car, time.GetUtcNow().Year))
                    : Results.NotFound()
            )
        );
    }

    private static string Kind(string engine) =>
        engine.Contains("electric", StringComparison.OrdinalIgnoreCase) ? "electric"
        : engine.Contains("diesel", StringComparison.OrdinalIgnoreCase) ? "diesel"
        : "gasoline";

    /// <summary>Of the cars that a recall is about, every other one had it done already.</summary>
    private static IEnumerable<Campaign> Campaigns(VehicleService.Car car) =>
        All.Campaigns.Where(c =>
            c.Make == car.Make
            && c.Model == car.Model
            && c.From <= car.Year
            && car.Year <= c.To
            && (c.Kind == "bulletin" || VehicleService.Number(car.Vin + c.Number) % 2 == 0)
        );

    private static IEnumerable<Entry> Past(VehicleService.Car car, int thisYear)
    {
        var number = VehicleService.Number(car.Vin);
        var miles = 9_000 + (int)(number % 5_000);
        string[] happened =
        [
            "Oil and filter changed",
            "Passed annual inspection",
            "Tires replaced",
            "Rear bumper repaired after a collision",
            "Sold to a new owner",
            "Brakes replaced",
            "Windshield replaced",
        ];
        string[] places = ["Gull Point", "Saltmarsh", "Pier Street", "outside the state"];
        for (var year = car.Year + 1; year < Math.Min(thisYear, car.Year + 9); year++)
        {
            var draw = VehicleService.Number(car.Vin + year.ToString(CultureInfo.InvariantCulture));
            if (draw % 3 == 0)
                continue;
            yield return new Entry(
                $"{year}-{draw / 3 % 12 + 1:00}-{draw / 36 % 27 + 1:00}",
                miles * (year - car.Year),
                places[draw / 7 % 4],
                happened[draw / 11 % 7]
            );
        }
    }
}
