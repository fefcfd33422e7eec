namespace Yardstick.StandIns;

/// <summary>
/// A labor guide. GET /guide/operations?make=&amp;model=&amp;year=&amp;engine= lists every operation for such a car with its hours,
/// the operations that it contains, its hours beside others, the parts that it needs and the skill. 404 for a car that it does not know.
/// </summary>
internal static class GuideService
{
    private sealed record NeededPart(string Type, decimal Quantity);

    private sealed record Operation(
        string Code,
        string System,
        string Title,
        string Words,
        string Skill,
        decimal Hours,
        string Needs,
        string[] Contains,
        Dictionary<string, decimal> Beside,
        NeededPart[] Parts
    );

    private sealed record Guide(string AsOf, Operation[] Operations);

    private static readonly Guide All = DataFile.Read<Guide>("guide.json");

    internal static void Map(IEndpointRouteBuilder app) =>
        app.MapGet("/guide/operations", (string? make, string? model, int? year, string? engine, HttpContext http, Moods moods) =>
            moods.UnderAsync("guide", http, refuse =>
                !refuse && VehicleService.Find(make, model) is { } known
                    ? Results.Json(
                        new
                        {
                            All.AsOf,
                            Operations = All
                                .Operations.Where(o => DataFile.Fits(o.Needs, engine ?? ""))
                                .Select(o => For(o, known.TimeFactor, year)),
                        }
                    )
                    : Results.NotFound()
            )
        );

    /// <summary>An older car takes longer where bolts have rusted: a twentieth from 12 years on.</summary>
    private static object For(Operation o, decimal factor, int? year)
    {
        var by = year is { } built && built <= 2014 ? factor * 1.05m : factor;
        decimal Hours(decimal hours) => Math.Max(0.1m, decimal.Round(hours * by, 1, MidpointRounding.AwayFromZero));
        var own = Hours(o.Hours);
        return new
        {
            o.Code,
            o.System,
            o.Title,
            o.Words,
            o.Skill,
            Hours = own,
            o.Contains,
            Beside = o.Beside.ToDictionary(b => b.Key, b => Math.Min(own, Hours(b.Value))),
            o.Parts,
        };
    }
}
