using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Customers;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Inspections;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;
using Yardstick.Core.WriteUp;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.WriteUp;

/// <summary>What is known already about a customer and a car, in one list, the most pressing first.</summary>
public static class Advisories
{
    /// <summary>Work that is put off again: until a day as it is typed, or for good.</summary>
    public sealed record PutOffRequest(string? Until, string? Reason, AnswerChannel Channel = AnswerChannel.InPerson);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/write-up/known", ListAsync).Asks(Permission.WriteUp).Produces<IReadOnlyList<Advisory>>();
        api.MapPost("/orders/{id:long}/jobs/{jobId:long}/put-off", PutOff)
            .Asks(Permission.WriteUp)
            .Produces<Changed>()
            .ProducesProblem(422);
    }

    /// <param name="db">The database.</param>
    /// <param name="time">The clock.</param>
    /// <param name="customer">The customer, where one is chosen.</param>
    /// <param name="vehicle">The car, where one is chosen.</param>
    /// <param name="odometer">What was typed as the odometer.</param>
    /// <param name="canned">Keys of the canned jobs that are chosen already, with commas.</param>
    private static async Task<IResult> ListAsync(
        ShopDb db,
        TimeProvider time,
        long? customer = null,
        long? vehicle = null,
        string? odometer = null,
        string? canned = null
    )
    {
        var shop = await db.Shops.SingleAsync();
        var now = time.Now();
        var today = shop.Local(now).Date;
        var items = new List<Advisory>();
        if (customer is { } customerId && await db.Customers.FindAsync(customerId) is { } person)
            items.AddRange(AdvisoryMaker.OfCustomer(person, today));
        if (vehicle is { } vehicleId && await db.Vehicles.Include(v => v.Readings).FirstOrDefaultAsync(v => v.Id == vehicleId) is { } car)
        {
            var known = new AdvisoryMaker(shop);
            var orders = await db.Orders.Include(o => o.Jobs).Where(o => o.VehicleId == vehicleId).ToListAsync();
            var typed = Odometer.Parse(odometer);
            var use = CarUse.Of(car.Readings, shop.DistancePerDay, today, now, typed.Ok ? typed.Value : null);
            items.AddRange(AdvisoryMaker.OfVehicle(car));
            items.AddRange(AdvisoryMaker.Open(orders));
            items.AddRange(known.UnderWarranty(orders, use));
            items.AddRange(known.LeftOpen(orders, use));
            items.AddRange(known.Advised(await FindingsAsync(db, orders), orders));
            items.AddRange(known.ToComeAgain(await RemindersAsync(db, vehicleId), use, await ChosenAsync(db, canned)));
            items.AddRange(known.Visits(orders));
            items.AddRange(known.OfLikeCars(await LikeWorkAsync(db, car, use), orders));
        }
        return Results.Ok(items.OrderBy(i => i.Urgency).ToList());
    }

    private static Task<List<Finding>> FindingsAsync(ShopDb db, List<Order> orders)
    {
        var ids = orders.ConvertAll(o => o.Id);
        return db.Findings.Where(f => ids.Contains(f.OrderId) && f.Rating != Rating.Good).OrderByDescending(f => f.Id).ToListAsync();
    }

    private static Task<List<Reminder>> RemindersAsync(ShopDb db, long vehicleId) =>
        db.Reminders.Where(r => r.VehicleId == vehicleId && r.RemovedAt == null).ToListAsync();

    /// <summary>Canned jobs that were chosen, as the work that they will be.</summary>
    private static async Task<List<Job>> ChosenAsync(ShopDb db, string? canned)
    {
        var ids = (canned ?? "").Split(',').Select(t => long.TryParse(t, out var id) ? id : 0).ToHashSet();
        return (await db.CannedJobs.Where(c => ids.Contains(c.Id)).ToListAsync()).ConvertAll(c => Job.Named(c.Title, c.Id));
    }

    /// <summary>What was approved on cars of the same make and model at about this reading.</summary>
    private static async Task<List<LikeWork>> LikeWorkAsync(ShopDb db, Vehicle car, CarUse use)
    {
        if (car.Make.Length == 0 || car.Model.Length == 0 || use.Reading is not { } reading)
            return [];
        var (from, to) = (reading - Vehicle.LikeDistance, reading + Vehicle.LikeDistance);
        return await db
            .Vehicles.Where(car.IsLike())
            .Where(v => v.Id != car.Id)
            .Join(
                db.Orders.Where(o => o.State == OrderState.Posted && o.OdometerIn >= from && o.OdometerIn <= to),
                v => v.Id,
                o => o.VehicleId,
                (v, o) => new { Car = v.Id, Order = o.Id }
            )
            .Join(
                db.Jobs.Where(j => j.RemovedAt == null && j.Decision == DecisionKind.Approved),
                x => x.Order,
                j => j.OrderId,
                (x, j) => new LikeWork(x.Car, j.Title, j.CannedJobId)
            )
            .ToListAsync();
    }

    private static Task<IResult> PutOff(long id, long jobId, PutOffRequest request, CommandRunner commands) =>
        commands.OnOrderAsync<Changed>(id, under =>
        {
            LocalDate? until = null;
            if (!string.IsNullOrWhiteSpace(request.Until))
            {
                var day = DateTimeInput.Day(request.Until, under.LocalNow, "until");
                if (day.Problem is { } unreadable)
                    return Task.FromResult<Result<Changed>>(unreadable);
                until = day.Value;
            }
            var put = under.Order.PutOffAgain(
                jobId,
                until,
                request.Reason,
                under.Customer?.DisplayName ?? "Customer",
                request.Channel,
                under.Command.Actor
            );
            return Task.FromResult<Result<Changed>>(put.Problem is { } problem ? problem : new Changed(under.Order.Version, jobId, 0));
        });
}
