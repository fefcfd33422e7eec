using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Approval;
using Yardstick.Core.Orders;
using Yardstick.Core.Records;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;
using Yardstick.Server.Setup;

namespace Yardstick.Server.WriteUp;

/// <summary>What is known already about a customer and a car, in one list, the most pressing first.</summary>
public static class Known
{
    /// <summary>Something known.</summary>
    /// <param name="Kind">warning, openOrder, deferred, declined.</param>
    /// <param name="Urgency">How pressing it is.</param>
    /// <param name="Title">What it is.</param>
    /// <param name="Detail">Since when, until when, how much.</param>
    /// <param name="OrderId">The order that it is on.</param>
    /// <param name="JobId">Work that can be taken over.</param>
    public sealed record Item(string Kind, Urgency Urgency, string Title, string Detail, long? OrderId, long? JobId);
    /// <summary>Work that is put off again: until a day as it is typed, or for good.</summary>
    public sealed record PutOffRequest(string? Until, string? Reason);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/write-up/known", ListAsync).Asks(Permission.WriteUp).Produces<IReadOnlyList<Item>>();
        api.MapPost("/orders/{id:long}/jobs/{jobId:long}/put-off", PutOff).Asks(Permission.WriteUp).Produces<Changed>().ProducesProblem(422);
    }

    private static async Task<IResult> ListAsync(ShopDb db, TimeProvider time, long? customer = null, long? vehicle = null, string? odometer = null)
    {
        var shop = await db.Shops.SingleAsync();
        var now = time.GetUtcNow().UtcDateTime;
        var items = new List<Item>();
        if (customer is { } customerId && await db.Customers.FindAsync(customerId) is { } person) Warn(items, person, DateOnly.FromDateTime(shop.Local(now)));
        if (vehicle is { } vehicleId && await db.Vehicles.Include(v => v.Readings).FirstOrDefaultAsync(v => v.Id == vehicleId) is { } car)
        {
            if (car.Warning.Length > 0) items.Add(new Item("warning", Urgency.Heed, car.Warning, "about the car", null, null));
            foreach (var remark in VinRemarks.Of(car)) items.Add(new Item("warning", Urgency.Later, remark, "about its VIN", null, null));
            var orders = await db.Orders.Include(o => o.Jobs).Where(o => o.VehicleId == vehicleId).ToListAsync();
            foreach (var open in orders.Where(o => o.State == OrderState.Open))
                items.Add(new Item("openOrder", Urgency.Heed, $"Order {open.Number} is open for this car", open.Title, open.Id, null));
            AddEarlier(items, orders, car, shop, now, Typed.Reading(odometer));
        }
        return Results.Ok(items.OrderBy(i => i.Urgency).ToList());
    }

    private static void Warn(List<Item> items, Customer customer, DateOnly today)
    {
        if (customer.DoNotServe.Length > 0) items.Add(new Item("warning", Urgency.Heed, $"Do not serve: {customer.DoNotServe}", customer.DisplayName, null, null));
        if (customer.Alert.Length > 0) items.Add(new Item("warning", Urgency.Heed, customer.Alert, customer.DisplayName, null, null));
        if (customer.TaxExempt.Length > 0 && !customer.IsExemptOn(today))
            items.Add(new Item("warning", Urgency.Heed, $"The certificate for {customer.TaxExempt} has ended", $"on {customer.TaxExemptUntil:MMM d, yyyy}; tax is charged until a new date is on file", null, null));
        else if (customer.TaxExemptUntil is { } until && until.DayNumber - today.DayNumber <= 30)
            items.Add(new Item("warning", Urgency.Soon, $"The certificate for {customer.TaxExempt} ends soon", $"on {until:MMM d, yyyy}", null, null));
    }

    private static void AddEarlier(List<Item> items, List<Order> orders, Vehicle car, Shop shop, DateTime now, Result<int> typed)
    {
        var perDay = DistancePerDay.Of(car.Readings, shop.DistancePerDay);
        var last = car.Readings.OrderByDescending(r => r.At).FirstOrDefault();
        var reading = typed.Ok ? typed.Value : last is null ? (int?)null : DistancePerDay.Predicted(last, perDay, now);
        var unit = shop.DistanceUnit == DistanceUnit.Miles ? "mi" : "km";
        var today = DateOnly.FromDateTime(shop.Local(now));
        foreach (var job in EarlierWork.StillOpen(orders))
        {
            var order = orders.First(o => o.Id == job.OrderId);
            var until = (job.DeferUntil, job.DeferAtReading) switch
            {
                ({ } day, { } at) => $" until {day:MMM d, yyyy} or {at:N0} {unit}",
                ({ } day, null) => $" until {day:MMM d, yyyy}",
                (null, { } at) => $" until {at:N0} {unit}",
                _ => "",
            };
            var deferred = job.Decision == DecisionKind.Deferred;
            items.Add(new Item(deferred ? "deferred" : "declined", EarlierWork.UrgencyOf(job, today, reading, perDay), job.Title,
                $"{(deferred ? "put off" : "declined")} {shop.Local(order.OpenedAt):MMM d, yyyy}{until}, {job.Subtotal} then", order.Id, job.Id));
        }
    }

    /// <summary>An earlier job for an order of the same car, at today's prices.</summary>
    internal static async Task<Result<Job>> TakeOverAsync(ShopDb db, long jobId, long? vehicleId, StockCost cost)
    {
        var source = await db.Jobs.Include(j => j.Lines).Include(j => j.Companions).FirstOrDefaultAsync(j => j.Id == jobId);
        if (source is null || vehicleId is null || !await db.Orders.AnyAsync(o => o.Id == source.OrderId && o.VehicleId == vehicleId)) return new Problem("job.gone", "This earlier work is not of this car.");
        if (await db.Jobs.AnyAsync(j => j.TakenFromJobId == jobId && j.RemovedAt == null)) return new Problem("job.taken", $"\"{source.Title}\" was taken over already.");
        var partIds = source.Lines.Select(l => l.PartId).OfType<long>().ToList();
        var parts = await db.Parts.Where(p => partIds.Contains(p.Id)).ToDictionaryAsync(p => p.Id);
        return EarlierWork.Copy(source, parts.GetValueOrDefault, cost);
    }

    private static Task<IResult> PutOff(long id, long jobId, PutOffRequest request, Commands commands) => commands.OnOrderAsync<Changed>(id, under =>
    {
        DateOnly? until = null;
        if (!string.IsNullOrWhiteSpace(request.Until))
        {
            var day = TypedMoment.Day(request.Until, under.LocalNow, "until");
            if (day.Problem is { } unreadable) return Task.FromResult<Result<Changed>>(unreadable);
            until = day.Value;
        }
        var put = under.Order.PutOffAgain(jobId, until, request.Reason, under.Customer?.DisplayName ?? "Customer", under.Work.Actor);
        return Task.FromResult<Result<Changed>>(put.Problem is { } problem ? problem : new Changed(under.Order.Version, jobId, 0));
    });
}
