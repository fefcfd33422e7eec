using System.Text.Json;

namespace Yardstick.StandIns;

/// <summary>
/// Facts about cars. GET /vehicles/by-plate/{region}/{plate} and /vehicles/by-vin/{vin} say what a car is; /vehicles/makes
/// lists what there is to choose. The same plate is always the same car; plates and VINs that begin with ZZ are unknown.
/// </summary>
internal static class VehicleService
{
    internal sealed record Model(string Name, string[] Engines, string Drive, string[] Trims, int From, decimal TimeFactor);

    internal sealed record Make(string Name, string Wmi, Model[] Models);

    internal sealed record Car(string Vin, int Year, string Make, string Model, string Trim, string Engine, string Drive);

    private static readonly Make[] Makes = Read();

    /// <summary>A model by its names; null for one that is not known.</summary>
    internal static Model? Find(string? make, string? model) =>
        Array.Find(Makes, m => Same(m.Name, make))?.Models.FirstOrDefault(m => Same(m.Name, model));

    private static bool Same(string known, string? asked) => string.Equals(known, asked?.Trim(), StringComparison.OrdinalIgnoreCase);

    internal static void Map(IEndpointRouteBuilder app)
    {
        app.MapGet("/vehicles/by-plate/{region}/{plate}", (string region, string plate, HttpContext http, Moods moods, TimeProvider time) =>
            moods.UnderAsync("vehicles", http, refuse =>
                refuse || plate.StartsWith("ZZ", StringComparison.OrdinalIgnoreCase)
                    ? Results.NotFound()
                    : Results.Json(ByPlate(region, plate, time.GetUtcNow().Year))
            )
        );
        app.MapGet("/vehicles/by-vin/{vin}", (string vin, HttpContext http, Moods moods, TimeProvider time) =>
            moods.UnderAsync("vehicles", http, refuse =>
                !refuse && ByVin(vin, time.GetUtcNow().Year) is { } car ? Results.Json(car) : Results.NotFound()
            )
        );
        app.MapGet("/vehicles/makes", (HttpContext http, Moods moods) => moods.UnderAsync("vehicles", http, _ => Results.Json(
                    Makes.Select(m => new
                    {
                        make = m.Name,
                        models = m.Models.Select(x => new
                        {
                            model = x.Name,
                            x.Engines,
                            x.Drive,
                            x.Trims,
                            x.From,
                        }),
                    })
                )));
    }

    /// <summary>A number that is always the same for the same text (FNV-1a).</summary>
    internal static uint Number(string text)
    {
        var hash = 2166136261u;
        foreach (var c in text)
            hash = (hash ^ char.ToUpperInvariant(c)) * 16777619u;
        return hash;
    }

    private static Make[] Read()
    {
        using var document = JsonDocument.Parse(File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "Data", "vehicles.json")));
        string[] Texts(JsonElement list) => list.EnumerateArray().Select(t => t.GetString()!).ToArray();
        return document
            .RootElement.GetProperty("makes")
            .EnumerateArray()
            .Select(m => new Make(
                m.GetProperty("make").GetString()!,
                m.GetProperty("wmi").GetString()!,
                m.GetProperty("models")
                    .EnumerateArray()
                    .Select(x => new Model(
                        x.GetProperty("model").GetString()!,
                        Texts(x.GetProperty("engines")),
                        x.GetProperty("drive").GetString()!,
                        Texts(x.GetProperty("trims")),
                        x.GetProperty("from").GetInt32(),
                        x.GetProperty("timeFactor").GetDecimal()
                    ))
                    .ToArray()
            ))
            .ToArray();
    }

    private static Car ByPlate(string region, string plate, int thisYear)
    {
        var letters = string.Concat(plate.Where(char.IsLetterOrDigit)).ToUpperInvariant();
        var number = Number(region + letters);
        var make = Makes[number % Makes.Length];
        var model = make.Models[number / 16 % make.Models.Length];
        var year = model.From + (int)(number / 256 % (uint)Math.Max(1, thisYear - model.From));
        return Describe(VinOf(make, model, year, number), year, make, model);
    }

    internal static Car? ByVin(string vin, int thisYear)
    {
        vin = vin.ToUpperInvariant();
        if (vin.Length != 17 || Array.Find(Makes, m => m.Wmi == vin[..3]) is not { } make)
            return null;
        var model = make.Models[Math.Max(0, Letters.IndexOf(vin[3], StringComparison.Ordinal)) % make.Models.Length];
        var cycle = Years.IndexOf(vin[9], StringComparison.Ordinal);
        if (cycle < 0)
            return null;
        var year = (char.IsAsciiLetter(vin[6]) ? 2010 : 1980) + cycle;
        return year > thisYear + 1 ? null : Describe(vin, year, make, model);
    }

    private static Car Describe(string vin, int year, Make make, Model model) =>
        new(
            vin,
            year,
            make.Name,
            model.Name,
            model.Trims[vin[4] % model.Trims.Length],
            model.Engines[vin[5] % model.Engines.Length],
            model.Drive
        );

    private const string Years = "ABCDEFGHJKLMNPRSTVWXY123456789";
    private const string Letters = "ABCDEFGHJKLMNPRSTUVWXYZ";
    private static readonly int[] LetterValues = [1, 2, 3, 4, 5, 6, 7, 8, 1, 2, 3, 4, 5, 7, 9, 2, 3, 4, 5, 6, 7, 8, 9];
    private static readonly int[] Weights = [8, 7, 6, 5, 4, 3, 2, 10, 0, 9, 8, 7, 6, 5, 4, 3, 2];

    private static string VinOf(Make make, Model model, int year, uint number)
    {
        // Position 4 tells the model again when the VIN is looked up, position 7 the cycle of its year.
        var fourth = Letters[Array.IndexOf(make.Models, model)];
        var vin =
            $"{make.Wmi}{fourth}{Letters[(int)(number % 23)]}{Letters[(int)(number / 23 % 23)]}{(year >= 2010 ? 'B' : '4')}10{Years[(year - 1980) % 30]}L{number % 1_000_000:000000}".ToCharArray();
        var sum = 0;
        for (var i = 0; i < 17; i++)
            sum +=
                (char.IsAsciiDigit(vin[i]) ? vin[i] - '0' : LetterValues[Letters.IndexOf(vin[i], StringComparison.Ordinal)]) * Weights[i];
        vin[8] = sum % 11 == 10 ? 'X' : (char)('0' + sum % 11);
        return new string(vin);
    }
}
