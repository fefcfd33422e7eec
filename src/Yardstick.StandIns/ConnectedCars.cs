using System.Globalization;
using System.Net;
using System.Text;

namespace Yardstick.StandIns;

/// <summary>What a vehicle, or its owner, told the service for connected cars.</summary>
/// <param name="Number">Counts up; what is asked after it is newer.</param>
/// <param name="Kind">consent, ended, reading or code.</param>
/// <param name="Car">The vehicle's name at the service.</param>
/// <param name="At">When, UTC.</param>
public sealed record CarEvent(long Number, string Kind, string Car, DateTime At)
{
    /// <summary>VIN.</summary>
    public string Vin { get; init; } = "";

    /// <summary>The owner's name.</summary>
    public string Owner { get; init; } = "";

    /// <summary>The owner's telephone.</summary>
    public string Phone { get; init; } = "";

    /// <summary>The vehicle in words.</summary>
    public string Vehicle { get; init; } = "";

    /// <summary>Odometer in the shop's unit; null where it does not say.</summary>
    public int? Odometer { get; init; }

    /// <summary>Battery voltage; null where it does not say.</summary>
    public decimal? Volts { get; init; }

    /// <summary>Trouble code.</summary>
    public string Code { get; init; } = "";

    /// <summary>What the code says.</summary>
    public string Words { get; init; } = "";

    /// <summary>Where it was, in words.</summary>
    public string Place { get; init; } = "";

    /// <summary>Degrees north.</summary>
    public decimal? Latitude { get; init; }

    /// <summary>Degrees east.</summary>
    public decimal? Longitude { get; init; }
}

/// <summary>
/// The service for connected cars: owners consent on /cars, vehicles report there, and the shop asks GET /cars/events?after=N what is new.
/// What a vehicle would report after its owner ended it is not told.
/// </summary>
internal static class ConnectedCars
{
    internal static void Map(IEndpointRouteBuilder app)
    {
        app.MapGet("/cars/events", (long after, HttpContext http, Moods moods, Memory memory) =>
            moods.UnderAsync("cars", http, refuse =>
                refuse ? Results.Problem("This shop has no account.", statusCode: 403) : Results.Json(memory.CarsAfter(after))
            )
        );
        app.MapPost("/cars/write", (CarEvent told, Memory memory, TimeProvider time) =>
            memory.CarTold(told with { At = time.GetUtcNow().UtcDateTime }) is { } kept
                ? Results.Json(kept)
                : Results.Problem("The owner of this vehicle did not consent.", statusCode: 422)
        );
        app.MapGet("/cars", (Memory memory) => Results.Content(Page(memory), "text/html; charset=utf-8"));
        app.MapPost("/cars", async (HttpRequest request, Memory memory, TimeProvider time) =>
        {
            var form = await request.ReadFormAsync();
            decimal? Number(string name) => decimal.TryParse(form[name], CultureInfo.InvariantCulture, out var number) ? number : null;
            memory.CarTold(
                new CarEvent(0, form["kind"].ToString(), form["vin"].ToString(), time.GetUtcNow().UtcDateTime)
                {
                    Vin = form["vin"].ToString(),
                    Owner = form["owner"].ToString(),
                    Phone = form["phone"].ToString(),
                    Vehicle = form["vehicle"].ToString(),
                    Odometer = (int?)Number("odometer"),
                    Volts = Number("volts"),
                    Code = form["code"].ToString(),
                    Words = form["words"].ToString(),
                    Place = form["place"].ToString(),
                    Latitude = Number("latitude"),
                    Longitude = Number("longitude"),
                }
            );
            return Results.Redirect("/cars");
        });
    }

    private static string Page(Memory memory)
    {
        var html = new StringBuilder(
            "<!doctype html><meta charset=utf-8><meta name=viewport content=\"width=device-width\"><title>Connected cars</title><style>body{font:16px/1.5 sans-serif;max-width:46rem;margin:1rem auto;padding:0 1rem}form{display:grid;grid-template-columns:1fr 1fr;gap:.5rem}</style><h1>Connected cars</h1><p>An owner consents, a vehicle reports, or the owner ends it.</p><form method=post action=/cars><label>What <select name=kind><option value=consent>consents</option><option value=code>trouble code</option><option value=reading>odometer and battery</option><option value=ended>ends it</option></select></label>"
        );
        foreach (
            var name in new[] { "vin", "owner", "phone", "vehicle", "odometer", "volts", "code", "words", "place", "latitude", "longitude" }
        )
            html.Append(CultureInfo.InvariantCulture, $"<label>{name} <input name={name}></label>");
        html.Append("<button>Send</button></form><ul>");
        foreach (var told in memory.CarsAfter(0).Reverse().Take(40))
            html.Append(
                CultureInfo.InvariantCulture,
                $"<li>{told.At:HH:mm} UTC: {WebUtility.HtmlEncode($"{told.Car} {told.Kind} {told.Code} {told.Odometer}")}</li>"
            );
        return html.Append("</ul>").ToString();
    }
}
