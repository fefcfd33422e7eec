using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Catalog;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Outside;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Catalog;

/// <summary>The maker's schedule for the order's car: what is due at this reading, what was missed, what comes.</summary>
public static class Maintenance
{
    /// <summary>A service and where the car stands with it.</summary>
    /// <param name="Title">What is done.</param>
    /// <param name="Every">How often.</param>
    /// <param name="EveryDistance">Distance between two times; null for none.</param>
    /// <param name="EveryMonths">Months between two times; null for none.</param>
    /// <param name="DueAtReading">The reading at which it is due, where it was never done here.</param>
    /// <param name="Standing">due, missed, soon or later.</param>
    /// <param name="Told">When it was done, or is due.</param>
    /// <param name="Checklist">What the technician ticks off.</param>
    /// <param name="OnOrder">Whether it is on the order already.</param>
    /// <param name="ToRaise">Whether it is to be raised before the car leaves.</param>
    public sealed record ServiceView(
        string Title,
        string Every,
        int? EveryDistance,
        int? EveryMonths,
        int? DueAtReading,
        ServiceState Standing,
        string Told,
        IReadOnlyList<string> Checklist,
        bool OnOrder,
        bool ToRaise
    );

    /// <summary>The schedule.</summary>
    /// <param name="Reading">The reading that it is for; null where none is known.</param>
    /// <param name="Services">Its services, the due ones first.</param>
    /// <param name="Trouble">Why it is missing; empty where it is there.</param>
    /// <param name="Silent">Whether the service did not answer, so that the screen asks it again by itself.</param>
    public sealed record ScheduleView(int? Reading, IReadOnlyList<ServiceView> Services, string Trouble, bool Silent = false);

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet("/orders/{id:long}/maintenance", HandleAsync).Asks(Permission.SeeOrders).Produces<ScheduleView>();

    private static async Task<IResult> HandleAsync(
        long id,
        ShopDb db,
        VehicleDataCache sources,
        TimeProvider time,
        CancellationToken cancel,
        bool hard = false,
        string? reading = null
    )
    {
        if (await sources.CarOfAsync(id) is not { } car)
            return Results.Ok(new ScheduleView(null, [], "A counter sale has no vehicle. Add one first."));
        var schedule = await sources.ScheduleAsync(car, cancel);
        if (schedule.Problem is { } silent)
            return Results.Ok(
                new ScheduleView(
                    null,
                    [],
                    $"The maintenance schedule is not available: the service {silent.Message}. You can still add canned jobs.",
                    OutsideCall.IsSilence(silent)
                )
            );
        var shop = await db.Shops.SingleAsync(cancel);
        var now = time.Now();
        var readings = await db.OdometerReadings.Where(r => r.VehicleId == car.Id).ToListAsync(cancel);
        var orders = await db.Orders.Include(o => o.Jobs).Where(o => o.VehicleId == car.Id).ToListAsync(cancel);
        var present = orders.First(o => o.Id == id);
        var use = CarUse.Of(
            readings,
            shop.DistancePerDay,
            shop.Local(now).Date,
            now,
            Odometer.Parse(reading, "reading") is { Ok: true, Value: var typed } ? typed : present.OdometerIn
        );
        var services = schedule.Value.ConvertAll(e => new ScheduledService(
            e.Title,
            shop.Interval(hard ? e.HardMiles : e.Miles),
            hard ? e.HardMonths : e.Months
        ));
        var standings = MaintenanceSchedule
            .Of(services, [.. orders.Where(o => o.Id != id)], use, at => shop.Local(at).Date)
            .ToDictionary(s => s.Service.Title);
        var reminders = await db.Reminders.Where(r => r.VehicleId == car.Id && r.RemovedAt == null).ToListAsync(cancel);
        var views = services.Select(service =>
        {
            var standing = standings.GetValueOrDefault(service.Title);
            var onOrder = present.OnJobs.Any(j =>
                WorkTitleMatch.Same(j.Title, service.Title) || j.CustomerText.Contains(service.Title, StringComparison.Ordinal)
            );
            return new ServiceView(
                service.Title,
                service.Every(shop.DistanceWord),
                service.EveryDistance,
                service.EveryMonths,
                standing?.DueAtReading,
                standing?.State ?? ServiceState.Later,
                standing?.Words(shop.DistanceWord) ?? "time-based; no record of the last service",
                schedule.Value.First(e => e.Title == service.Title).Checklist ?? [],
                onOrder,
                standing?.IsToRaise(onOrder, reminders) ?? false
            );
        });
        return Results.Ok(new ScheduleView(use.Reading?.Value, views.OrderBy(v => v.Standing).ToList(), ""));
    }
}
