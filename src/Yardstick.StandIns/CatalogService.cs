namespace Yardstick.StandIns;

/// <summary>
/// What the suppliers sell. GET /suppliers/{code}/parts?make=&amp;model=&amp;year=&amp;engine=&amp;q=&amp;type= lists parts that fit a car,
/// found by words, by type or by number; <c>answer.KEY=</c> tells what the supplier asked about the car before.
/// GET /suppliers/{code}/tires?q= finds tires by size or rim.
/// </summary>
internal static class CatalogService
{
    private sealed record Question(string Key, string Text, string[] Answers);

    private sealed record PartType(
        string Type,
        string Title,
        string Category,
        string Words,
        decimal Cost,
        decimal Core,
        decimal Quantity,
        string Needs,
        Question? Question
    );

    private sealed record Brand(
        string Supplier,
        [property: System.Text.Json.Serialization.JsonPropertyName("brand")] string Name,
        string Quality,
        decimal Factor,
        string Prefix
    );

    private sealed record TireSize(string Size, decimal Cost, string Rating);

    private sealed record TireBrand(
        string Supplier,
        [property: System.Text.Json.Serialization.JsonPropertyName("brand")] string Name,
        string Pattern,
        string Quality,
        decimal Factor
    );

    private sealed record Branch(
        string Supplier,
        [property: System.Text.Json.Serialization.JsonPropertyName("branch")] string Name,
        int Minutes
    );

    private sealed record Battery(string Group, int Amps, decimal Cost);

    private sealed record Data(
        PartType[] Types,
        Brand[] Brands,
        TireSize[] Tires,
        TireBrand[] TireBrands,
        Branch[] Branches,
        Battery[] Batteries
    );

    private sealed record CarAsked(string? Make, string? Model, int? Year, string? Engine);

    private sealed record Offer(
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
    );

    /// <summary>How much of a number a branch has, and how long it takes from there.</summary>
    internal sealed record BranchStock(string Branch, int Available, int Minutes);

    private const int Most = 40;
    private static readonly Data All = DataFile.Read<Data>("catalog.json");

    internal static string TitleOf(string type) => Array.Find(All.Types, t => t.Type == type)?.Title ?? type;

    internal static void Map(IEndpointRouteBuilder app)
    {
        app.MapGet(
            "/suppliers/{code}/parts",
            (
                string code,
                string? make,
                string? model,
                int? year,
                string? engine,
                string? q,
                string? type,
                HttpContext http,
                Moods moods,
                PriceList prices
            ) =>
                moods.UnderAsync(code, http, refuse =>
                    refuse || !Array.Exists(All.Branches, b => b.Supplier == code)
                        ? Results.NotFound()
                        : Results.Json(Parts(code, new CarAsked(make, model, year, engine), q ?? "", type, http.Request.Query, prices))
                )
        );
        app.MapGet("/suppliers/{code}/tires", (string code, string? q, HttpContext http, Moods moods, PriceList prices) =>
            moods.UnderAsync(code, http, refuse => refuse ? Results.NotFound() : Results.Json(Tires(code, q ?? "", prices)))
        );
    }

    private static object Parts(string code, CarAsked car, string q, string? type, IQueryCollection query, PriceList prices)
    {
        var model = VehicleService.Find(car.Make, car.Model);
        var fitting = model is null ? [] : All.Types.Where(t => DataFile.Fits(t.Needs, car.Engine ?? "")).ToList();
        var words = q.ToLowerInvariant().Split([' ', ',', '-'], StringSplitOptions.RemoveEmptyEntries).Select(Singular).ToList();
        var asked = new List<Question>();
        var offers = new List<Offer>();
        foreach (var part in fitting)
        {
            if (type is not null ? part.Type != type : words.Count == 0)
                continue;
            var text = $"{part.Title} {part.Words} {part.Type}"
                .ToLowerInvariant()
                .Split([' ', ',', '-'], StringSplitOptions.RemoveEmptyEntries)
                .Select(Singular)
                .ToHashSet();
            var byWords = type is not null || words.TrueForAll(w => text.Any(t => t.StartsWith(w, StringComparison.Ordinal)));
            var answer = part.Question is { } question ? query[$"answer.{question.Key}"].ToString() : "";
            if (byWords && part.Question is { } open && answer.Length == 0)
            {
                asked.Add(open);
                continue;
            }
            var found = All
                .Brands.Where(b => b.Supplier == code)
                .Select(b => Of(part, b, car, model!.TimeFactor, answer))
                .Where(o =>
                    byWords || Compact(o.Number).StartsWith(Compact(q), StringComparison.Ordinal) || Compact(o.MakersNumber) == Compact(q)
                );
            offers.AddRange(found);
        }
        return new { Questions = asked.DistinctBy(a => a.Key), Parts = Named(code, offers, prices) };
    }

    private static Offer Of(PartType part, Brand brand, CarAsked car, decimal factor, string answer)
    {
        var fit = VehicleService.Number($"{car.Make}|{car.Model}|{car.Engine}|{part.Type}|{answer}");
        var larger = part.Question is { } q && Array.IndexOf(q.Answers, answer) > 0 ? 1.12m : 1m;
        var makers = FactService.MakersNumber(car.Make, car.Model, car.Engine, part.Type)
            ?? $"{car.Make?[..2].ToUpperInvariant()}{fit % 90 + 10}-{fit / 90 % 9000 + 1000}";
        var description = part.Title;
        var battery =
            part.Type == "battery"
                ? Array.Find(All.Batteries, b => b.Group == FactService.BatteryGroup(car.Make, car.Model, car.Engine))
                : null;
        if (battery is not null)
            description = $"Battery, group {battery.Group}, {battery.Amps} Ah";
        // Fluids cost the same for every car.
        var scaled = part.Category is "oil" or "fluid" or "coolant" or "ac" ? 1 : factor * (0.88m + fit % 25 / 100m) * larger;
        var cost = decimal.Round((battery?.Cost ?? part.Cost * scaled) * brand.Factor, 2, MidpointRounding.AwayFromZero);
        var number =
            brand.Quality == "original" ? makers : $"{brand.Prefix}-{VehicleService.Number(part.Type) % 90 + 10}{fit % 9000 + 1000}";
        var branch = At(brand.Supplier, number);
        return new Offer(
            number,
            description,
            brand.Name == "Maker" ? car.Make ?? "Maker" : brand.Name,
            brand.Quality,
            part.Title.Contains("rebuilt", StringComparison.Ordinal) ? "rebuilt" : "new",
            part.Category,
            part.Type,
            cost,
            decimal.Round(cost * 1.85m, 2),
            part.Core,
            part.Quantity,
            makers,
            branch.Name,
            branch.Available,
            branch.Minutes
        );
    }

    private static object Tires(string code, string q, PriceList prices)
    {
        var digits = string.Concat(q.Where(char.IsAsciiDigit));
        var fitting = All.Tires.Where(t =>
            string.Concat(t.Size.Where(char.IsAsciiDigit)) is var size
            && (
                digits.Length == 2
                    ? size.EndsWith(digits, StringComparison.Ordinal)
                    : digits.Length >= 3 && size.StartsWith(digits, StringComparison.Ordinal)
            )
        );
        var offers = fitting.SelectMany(t =>
            All.TireBrands.Where(b => b.Supplier == code)
                .Select(b =>
                {
                    var number = $"{b.Name[..2].ToUpperInvariant()}-{string.Concat(t.Size.Where(char.IsAsciiDigit))}";
                    var cost = decimal.Round(t.Cost * b.Factor, 2, MidpointRounding.AwayFromZero);
                    var branch = At(code, number);
                    return new Offer(
                        number,
                        $"{b.Name} {b.Pattern} {t.Size} {t.Rating}",
                        b.Name,
                        b.Quality,
                        "new",
                        "tire",
                        "tire",
                        cost,
                        decimal.Round(cost * 1.6m, 2),
                        0,
                        4,
                        "",
                        branch.Name,
                        branch.Available,
                        branch.Minutes
                    );
                })
        );
        return new { Questions = Array.Empty<Question>(), Parts = Named(code, offers, prices) };
    }

    private static (string Name, int Available, int Minutes) At(string supplier, string number)
    {
        var first = StockOf(supplier, number).Find(b => b.Available > 0)!;
        return (first.Branch, first.Available, first.Minutes);
    }

    /// <summary>How much of a number each branch of a supplier has, the nearest first; the same number always has the same stock.</summary>
    internal static List<BranchStock> StockOf(string supplier, string number)
    {
        var branches = All.Branches.Where(b => b.Supplier == supplier).OrderBy(b => b.Minutes).ToList();
        var draw = VehicleService.Number(number);
        // One number in four is not at the nearest branch.
        var first = draw % 4 == 0 ? 1 : 0;
        return
        [
            .. branches.Select(
                (b, i) => new BranchStock(b.Name, i < first ? 0 : (int)((draw / 4 + (uint)(i - first) * 5) % 9) + 1, b.Minutes)
            ),
        ];
    }

    /// <summary>What is shown of a search; the prices named in it hold when the numbers are asked for again.</summary>
    private static List<Offer> Named(string code, IEnumerable<Offer> offers, PriceList prices)
    {
        var shown = offers.Take(Most).ToList();
        foreach (var offer in shown)
            prices.Name(code, offer.Number, offer.UnitCost);
        return shown;
    }

    private static string Compact(string number) => string.Concat(number.Where(char.IsLetterOrDigit)).ToUpperInvariant();

    private static string Singular(string word) =>
        word.Length > 3 && word.EndsWith('s') && !word.EndsWith("ss", StringComparison.Ordinal) ? word[..^1] : word;
}
