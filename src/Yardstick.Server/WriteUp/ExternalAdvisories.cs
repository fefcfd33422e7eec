using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Catalog;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;
using Yardstick.Core.WriteUp;
using Yardstick.Data;
using Yardstick.Server.Outside;
using Yardstick.Server.Safety;

namespace Yardstick.Server.WriteUp;

/// <summary>
/// What the outside knows about a car: services that are due, recalls, bulletins, its past. Asked apart from what the shop knows itself, so
/// that the screen never waits for it.
/// </summary>
public static class ExternalAdvisories
{
    /// <summary>What is known, and what could not be asked.</summary>
    /// <param name="Items">What is known, the most pressing first.</param>
    /// <param name="Sentences">What is missing and why.</param>
    /// <param name="Silent">Whether the service did not answer, so that the screen asks it again by itself.</param>
    public sealed record ExternalAdvisoriesAnswer(IReadOnlyList<Advisory> Items, IReadOnlyList<string> Sentences, bool Silent = false);

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet("/write-up/known-outside", HandleAsync).Asks(Permission.WriteUp).Produces<ExternalAdvisoriesAnswer>();

    /// <summary>The vehicle on file, or one as it is typed that is new to the shop; null where there is none, or it can't be read.</summary>
    private static async Task<Vehicle?> CarAsync(ShopDb db, long? id, VehicleInput typed, int thisYear)
    {
        if (id is { } key)
            return await db.Vehicles.Include(v => v.Readings).FirstOrDefaultAsync(v => v.Id == key);
        return Vehicle.Create(typed, thisYear) is { Ok: true } made ? made.Value : null;
    }

    /// <param name="db">The database.</param>
    /// <param name="outside">The vehicle data service.</param>
    /// <param name="time">The clock.</param>
    /// <param name="cancel">Ends with the request.</param>
    /// <param name="vehicle">A vehicle on file; without it the next five say which one it is, as typed.</param>
    /// <param name="vin">VIN.</param>
    /// <param name="make">Make.</param>
    /// <param name="model">Model.</param>
    /// <param name="engine">Engine.</param>
    /// <param name="year">Model year.</param>
    /// <param name="odometer">What was typed as the odometer.</param>
    /// <param name="canned">Keys of the canned jobs that are chosen already, with commas.</param>
    private static async Task<IResult> HandleAsync(
        ShopDb db,
        IVehicleDataClient outside,
        TimeProvider time,
        CancellationToken cancel,
        long? vehicle = null,
        string? vin = null,
        string? make = null,
        string? model = null,
        string? engine = null,
        string? year = null,
        string? odometer = null,
        string? canned = null
    )
    {
        var shop = await db.Shops.SingleAsync(cancel);
        var now = time.Now();
        var typedCar = new VehicleInput(null, null, vin, year, make, model, engine, null);
        if (await CarAsync(db, vehicle, typedCar, shop.Local(now).Year) is not { } car)
            return Results.Ok(new ExternalAdvisoriesAnswer([], []));
        var (items, sentences) = (new List<Advisory>(), new List<string>());
        // One after the other would take three times the patience when the service is slow.
        var schedule = outside.ScheduleAsync(car.Make, car.Model, car.Engine, cancel);
        var campaigns = car.Vin.IsKnown ? outside.CampaignsAsync(car.Vin.Text, cancel) : null;
        var past = car.Vin.IsKnown ? outside.PastAsync(car.Vin.Text, cancel) : null;

        var typed = Odometer.Parse(odometer);
        var use = CarUse.Of(car.Readings, shop.DistancePerDay, shop.Local(now).Date, now, typed.Ok ? typed.Value : null);
        var chosen = (canned ?? "").Split(',').Select(t => long.TryParse(t, out var id) ? id : 0).ToHashSet();
        if (Ok(await schedule, "the schedule", sentences) is { } services)
            items.AddRange(await DueAsync(db, car.Id, services, shop, use, chosen));
        if (campaigns is not null && Ok(await campaigns, "recalls and bulletins", sentences) is { } open)
            items.AddRange(open.Select(Told));
        if (past is not null && Ok(await past, "the car's past", sentences) is { Count: > 0 } entries)
            items.Add(PastOf(entries, shop));
        if (!car.Vin.IsKnown)
            sentences.Add("Add the VIN to see recalls, bulletins and vehicle history.");
        var silent = new[]
        {
            (await schedule).Problem,
            campaigns is null ? null : (await campaigns).Problem,
            past is null ? null : (await past).Problem,
        }.Any(OutsideCall.IsSilence);
        return Results.Ok(new ExternalAdvisoriesAnswer(items.OrderBy(i => i.Urgency).ToList(), [.. sentences.Distinct()], silent));
    }

    private static T? Ok<T>(Result<T> answer, string what, List<string> sentences)
        where T : class
    {
        if (answer.Ok)
            return answer.Value;
        sentences.Add(
            OutsideCall.IsSilence(answer.Problem)
                ? $"The vehicle data service {answer.Problem!.Message}; its data for this vehicle is missing."
                : $"No data for this vehicle: {what}."
        );
        return null;
    }

    private static async Task<IEnumerable<Advisory>> DueAsync(
        ShopDb db,
        long vehicle,
        List<ScheduleEntry> entries,
        Shop shop,
        CarUse use,
        HashSet<long> chosen
    )
    {
        var orders = await db.Orders.Include(o => o.Jobs).Where(o => o.VehicleId == vehicle).ToListAsync();
        var canned = await db.OfferedCannedJobs.ToListAsync();
        var reminders = await db.Reminders.Where(r => r.VehicleId == vehicle && r.RemovedAt == null).ToListAsync();
        var services = entries.Select(e => new ScheduledService(e.Title, shop.Interval(e.Miles), e.Months));
        return MaintenanceSchedule
            .Of(services, orders, use, at => shop.Local(at).Date)
            // What the shop reminds of by itself is in the list already.
            .Where(s =>
                (s.Due.State != DueState.Later || s.PassedAt is not null)
                && !reminders.Exists(r => WorkTitleMatch.Same(r.Title, s.Service.Title))
            )
            .Select(s =>
            {
                var job = WorkTitleMatch.Canned(s.Service.Title, canned);
                return new Advisory(
                    AdvisoryKind.Service,
                    s.Due.Urgency,
                    s.Service.Title,
                    $"every {s.Service.Every(shop.DistanceWord)}; {s.Words(shop.DistanceWord)}"
                )
                {
                    Take = new AdvisoryToJob(AdvisoryTakeKind.Work, null, s.Service.Title, job?.Id),
                    Resets = job is not null && chosen.Contains(job.Id),
                };
            });
    }

    private static Advisory Told(Campaign campaign) =>
        campaign.Kind == "recall"
            ? new Advisory(
                AdvisoryKind.Recall,
                Urgency.Heed,
                $"Open recall: {campaign.Title}",
                Invariant($"{campaign.Number}, {campaign.On:MMM d, yyyy}. {campaign.Remedy}")
            )
            {
                Take = new AdvisoryToJob(AdvisoryTakeKind.Work, null, $"Recall {campaign.Number}: {campaign.Title}", null),
                More = [campaign.Text],
            }
            : new Advisory(
                AdvisoryKind.Bulletin,
                Urgency.Later,
                $"Bulletin: {campaign.Title}",
                Invariant($"{campaign.Number}, {campaign.On:MMM d, yyyy}")
            )
            {
                Take = new AdvisoryToJob(AdvisoryTakeKind.Work, null, campaign.Title, null),
                More = [campaign.Text],
            };

    private static Advisory PastOf(List<PastEntry> entries, Shop shop)
    {
        var told = entries.OrderByDescending(e => e.On).ToList();
        string Line(PastEntry e) =>
            Invariant(
                $"{e.On:MMM d, yyyy}{(shop.FromMiles(e.Miles) is { } reading ? Invariant($", {reading:N0} {shop.DistanceWord}") : "")}, {e.Place}: {e.Text}"
            );
        return new Advisory(
            AdvisoryKind.Past,
            Urgency.Later,
            $"Vehicle history report: {told.Count} {(told.Count == 1 ? "entry" : "entries")}",
            $"latest {Line(told[0])}"
        )
        {
            More = told.ConvertAll(Line),
        };
    }
}
