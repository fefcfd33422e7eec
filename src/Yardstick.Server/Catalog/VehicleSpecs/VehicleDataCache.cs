using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Caching.Memory;
using Yardstick.Core;
using Yardstick.Core.Catalog;
using Yardstick.Core.Vehicles;
using Yardstick.Data;
using Yardstick.Server.Outside;

namespace Yardstick.Server.Catalog;

/// <summary>
/// What is known of a car from outside and from the shop's own guide, kept at hand for a while: an estimate is built of many questions
/// about the same car, and each has to be answered at once.
/// </summary>
public sealed class VehicleDataCache(ShopDb db, IVehicleSpecsClient outside, IVehicleDataClient vehicles, IMemoryCache memory)
{
    private static readonly TimeSpan Kept = TimeSpan.FromHours(1),
        PricesKept = TimeSpan.FromMinutes(3);

    /// <summary>
    /// How long a service that did not answer is not asked again: no edit waits for it. A little less than screens let pass before they ask
    /// again.
    /// </summary>
    private static readonly TimeSpan LeftAlone = TimeSpan.FromSeconds(4);

    private static string Car(Vehicle car) => $"{car.Make}|{car.Model}|{car.Year}|{car.Engine}";

    /// <summary>The car of an order; null for a sale over the counter.</summary>
    public async Task<Vehicle?> CarOfAsync(long orderId) =>
        await db.Vehicles.FirstOrDefaultAsync(v => db.Orders.Where(o => o.Id == orderId).Select(o => o.VehicleId).Contains(v.Id));

    /// <summary>
    /// The labor guide for a car, the shop's own operations before those from outside. Without the outside the own ones remain.
    /// </summary>
    public async Task<(IReadOnlyList<GuideOperation> Operations, Problem? Trouble)> GuideAsync(Vehicle car, CancellationToken cancel)
    {
        var own = (await db.OwnOperations.OrderBy(o => o.Title).ToListAsync(cancel))
            .Where(o => o.Fits(car.Make, car.Model))
            .Select(o => new GuideOperation(
                o.Code,
                o.System,
                o.Title,
                o.Words,
                o.Skill,
                o.Hours.Value,
                o.Work.Contains,
                new Dictionary<string, decimal>(),
                []
            ))
            .ToList();
        var guide = await AtHandAsync($"guide|{Car(car)}", Kept, () => outside.GuideAsync(car, cancel));
        if (guide.Problem is { } trouble)
            return (own, trouble);
        return ([.. own, .. guide.Value.Operations.Where(o => !own.Exists(x => x.Code == o.Code))], null);
    }

    /// <summary>Facts about a car.</summary>
    public Task<Result<FactAnswer>> FactsAsync(Vehicle car, CancellationToken cancel) =>
        AtHandAsync($"facts|{Car(car)}", Kept, () => outside.FactsAsync(car, cancel));

    /// <summary>Facts about a car where they are at hand; nobody waits for them.</summary>
    public VehicleSpecs? FactsAtHand(Vehicle? car) =>
        car is not null && memory.TryGetValue($"facts|{Car(car)}", out FactAnswer? facts) ? facts!.Known : null;

    /// <summary>The maker's schedule for a car.</summary>
    public Task<Result<List<ScheduleEntry>>> ScheduleAsync(Vehicle car, CancellationToken cancel) =>
        AtHandAsync($"schedule|{Car(car)}", Kept, () => vehicles.ScheduleAsync(car.Make, car.Model, car.Engine, cancel));

    /// <summary>Makes, models and engines that the vehicle data service knows.</summary>
    public Task<Result<List<MakeChoice>>> MakesAsync(CancellationToken cancel) =>
        AtHandAsync("makes", Kept, () => vehicles.MakesAsync(cancel));

    /// <summary>Recalls and bulletins of one vehicle. Nothing is asked again because a line was edited.</summary>
    public Task<Result<List<Campaign>>> CampaignsAsync(string vin, CancellationToken cancel) =>
        AtHandAsync($"campaigns|{vin}", Kept, () => vehicles.CampaignsAsync(vin, cancel));

    /// <summary>Repairs that are known for a trouble code.</summary>
    public Task<Result<List<KnownRepair>>> RepairsAsync(string code, CancellationToken cancel) =>
        AtHandAsync($"repairs|{code}", Kept, () => outside.RepairsAsync(code, cancel));

    /// <summary>What a supplier has for a car. What was answered about the car before is told with the question.</summary>
    public async Task<Result<CatalogAnswer>> PartsAsync(
        string supplierCode,
        Vehicle car,
        string words,
        string? type,
        CancellationToken cancel
    )
    {
        var answers = await db.VehicleAnswers.Where(a => a.VehicleId == car.Id).OrderBy(a => a.Question).ToListAsync(cancel);
        var told = string.Join(';', answers.Select(a => $"{a.Question}={a.Answer}"));
        return await AtHandAsync($"parts|{supplierCode}|{Car(car)}|{told}|{type}|{words.Trim().ToLowerInvariant()}", PricesKept, () =>
            outside.PartsAsync(supplierCode, car, words, type, answers, cancel)
        );
    }

    /// <summary>Tires that a supplier has.</summary>
    public Task<Result<CatalogAnswer>> TiresAsync(string supplierCode, string size, CancellationToken cancel) =>
        AtHandAsync($"tires|{supplierCode}|{size}", PricesKept, () => outside.TiresAsync(supplierCode, size, cancel));

    private async Task<Result<T>> AtHandAsync<T>(string key, TimeSpan kept, Func<Task<Result<T>>> ask)
        where T : class
    {
        if (memory.TryGetValue(key, out T? known))
            return known!;
        if (memory.TryGetValue(("silent", key), out Problem? silence))
            return silence!;
        var answer = await ask();
        if (answer.Ok)
            memory.Set(key, answer.Value, kept);
        else if (OutsideCall.IsSilence(answer.Problem))
            memory.Set(("silent", key), answer.Problem, LeftAlone);
        return answer;
    }
}
