using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Catalog;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;
using Yardstick.Data;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Catalog;

/// <summary>
/// Earlier work: the car's own, that of like cars, and orders of a former program; looked at in place and copied at today's prices.
/// </summary>
public static class EarlierSearch
{
    private const int Most = 60;

    /// <summary>Most rows that a search of words answers before anything else narrows it.</summary>
    internal const int MostNamed = 5000;

    /// <summary>A job of an earlier order.</summary>
    /// <param name="JobId">The job; null for one of a former program.</param>
    /// <param name="FormerOrderId">The former order.</param>
    /// <param name="FormerJob">Its place on the former order.</param>
    /// <param name="OrderId">Its order; null for a former one.</param>
    /// <param name="Number">Number of the order.</param>
    /// <param name="Title">Title.</param>
    /// <param name="Car">The car, in words.</param>
    /// <param name="ThisCar">Whether it is the order's own car.</param>
    /// <param name="On">Day of the order.</param>
    /// <param name="Reading">Odometer then.</param>
    /// <param name="Subtotal">What it came to.</param>
    /// <param name="Decision">What was decided.</param>
    public sealed record EarlierJob(
        long? JobId,
        long? FormerOrderId,
        int? FormerJob,
        long? OrderId,
        string Number,
        string Title,
        string Car,
        bool ThisCar,
        LocalDate On,
        int? Reading,
        decimal Subtotal,
        string Decision
    );

    /// <summary>A line then and as it would be today.</summary>
    public sealed record ThenAndNow(LineKind Kind, string Description, string Number, decimal? Quantity, decimal Then, decimal? Now);

    /// <summary>An earlier job with its lines.</summary>
    public sealed record EarlierLook(string Title, IReadOnlyList<ThenAndNow> Lines, decimal Then, decimal? Now);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/orders/{id:long}/earlier", FindAsync).Asks(Permission.SeeOrders).Produces<IReadOnlyList<EarlierJob>>();
        api.MapGet("/orders/{id:long}/earlier/{jobId:long}", LookAsync)
            .Asks(Permission.SeeOrders)
            .Produces<EarlierLook>()
            .ProducesProblem(404);
    }

    private static async Task<IResult> FindAsync(
        long id,
        ShopDb db,
        string? q = null,
        string scope = "car",
        string? make = null,
        string? model = null,
        int? year = null
    )
    {
        var order = await db.Orders.Where(o => o.Id == id).Select(o => new { o.VehicleId }).FirstOrDefaultAsync();
        var car = order?.VehicleId is { } vehicleId ? await db.Vehicles.FindAsync(vehicleId) : null;
        var shop = await db.Shops.SingleAsync();
        var cars = Cars(db, car, scope, make, model, year);
        var found = await JobsAsync(db, id, car, cars, q, shop);
        var every = scope == "all" && string.IsNullOrWhiteSpace(make) && string.IsNullOrWhiteSpace(model) && year is null;
        found.AddRange(await FormerWork.FindAsync(db, car, every ? null : cars, q));
        var match = new TextSearchScore(q);
        return Results.Ok(
            found
                .OrderByDescending(f => f.ThisCar)
                .ThenByDescending(f => match.Score(f.Title) ?? 0)
                .ThenByDescending(f => f.On)
                .Take(Most)
                .ToList()
        );
    }

    /// <summary>The vehicles whose work is looked for: the order's own, those like it, or all; narrowed by what was typed.</summary>
    private static IQueryable<Vehicle> Cars(ShopDb db, Vehicle? car, string scope, string? make, string? model, int? year)
    {
        var cars = db.Vehicles.AsQueryable();
        if (scope == "car")
            cars = cars.Where(v => car != null && v.Id == car.Id);
        else if (scope == "similar" && car is not null)
            cars = cars.Where(car.IsLike());
        if (!string.IsNullOrWhiteSpace(make))
            cars = cars.Where(v => v.Make == make);
        if (!string.IsNullOrWhiteSpace(model))
            cars = cars.Where(v => v.Model == model);
        return year is { } built ? cars.Where(v => v.Year == built) : cars;
    }

    private static async Task<List<EarlierJob>> JobsAsync(ShopDb db, long id, Vehicle? car, IQueryable<Vehicle> cars, string? q, Shop shop)
    {
        var jobs = db.Jobs.Where(j => j.RemovedAt == null && j.OrderId != id);
        if (FindQuery.WordsOf(q ?? "") is { Length: > 0 } words)
        {
            var named = db.Database.SqlQuery<long>(
                $"SELECT rowid AS Value FROM SearchJobs WHERE SearchJobs MATCH {FindQuery.Prefix(words)} ORDER BY rowid DESC LIMIT {MostNamed}"
            );
            jobs = jobs.Where(j => named.Contains(j.Id));
        }
        var rows = await cars.Join(db.Orders, v => v.Id, o => o.VehicleId, (v, o) => new { Car = v, Order = o })
            .Join(
                jobs,
                x => x.Order.Id,
                j => j.OrderId,
                (x, j) =>
                    new
                    {
                        x.Car,
                        x.Order,
                        Job = j,
                    }
            )
            .OrderByDescending(x => x.Job.Id)
            .Take(Most)
            .Select(x => new
            {
                x.Job.Id,
                OrderId = x.Order.Id,
                x.Order.Number,
                x.Job.Title,
                CarId = x.Car.Id,
                x.Car.Year,
                x.Car.Make,
                x.Car.Model,
                x.Car.Engine,
                x.Order.OpenedAt,
                x.Order.OdometerIn,
                x.Job.Subtotal,
                x.Job.Decision,
            })
            .ToListAsync();
        return rows.ConvertAll(r => new EarlierJob(
            r.Id,
            null,
            null,
            r.OrderId,
            r.Number.ToString(System.Globalization.CultureInfo.InvariantCulture),
            r.Title,
            $"{r.Year} {r.Make} {r.Model} {r.Engine}",
            r.CarId == car?.Id,
            shop.Local(r.OpenedAt).Date,
            r.OdometerIn?.Value,
            r.Subtotal.Amount,
            r.Decision.Words()
        ));
    }

    /// <summary>An earlier job for another order, at today's costs and prices.</summary>
    internal static async Task<Result<Job>> CopyAsync(ShopDb db, long jobId, long? vehicleId, StockCost cost)
    {
        var source = await db
            .Jobs.Include(j => j.Lines)
            .Include(j => j.Companions)
            .AsSplitQuery()
            .AsNoTracking()
            .FirstOrDefaultAsync(j => j.Id == jobId);
        if (source is null)
            return Gone.Job;
        var order = await db.Orders.Where(o => o.Id == source.OrderId).Select(o => new { o.VehicleId, o.Number }).FirstAsync();
        var partIds = source.Lines.OfType<PartLine>().Select(l => l.PartId).OfType<long>().ToList();
        var parts = await db.Parts.Include(p => p.Companions).Where(p => partIds.Contains(p.Id)).ToDictionaryAsync(p => p.Id);
        var copy = source.CopyAtTodaysCosts(parts.GetValueOrDefault, cost);
        // Work that was deferred here and is done elsewhere on the same car is settled by it; a copy for another car settles nothing.
        return copy.FromOrder(
            order.Number,
            settles: order.VehicleId is not null && order.VehicleId == vehicleId && source.Decision != DecisionKind.Approved
        );
    }

    private static async Task<IResult> LookAsync(long id, long jobId, ShopDb db, TimeProvider time)
    {
        var source = await db.Jobs.Include(j => j.Lines).AsNoTracking().FirstOrDefaultAsync(j => j.Id == jobId);
        if (
            source is null
            || await db.LoadPricedAsync(source.OrderId, time) is not { } then
            || await db.LoadPricedAsync(id, time) is not { } present
        )
            return Problems.Of(Gone.Job);
        var copy = await CopyAsync(db, jobId, present.Order.VehicleId, present.Policy.StockCost);
        if (copy.Problem is { } gone)
            return Problems.Of(gone);
        var now = OrderPricing
            .Price(present.Order.Trial(copy.Value), present.Customer, present.Policy, Core.Pricing.JobSelection.All, present.Day)
            .Of(copy.Value);
        var before = then.Order.OnJobs.First(j => j.Id == jobId);
        var was = OrderPricing.Price(then.Order, then.Customer, then.Policy, Core.Pricing.JobSelection.All, then.Day).Of(before);
        var lines = before
            .OnLines.Zip(copy.Value.OnLines, (line, same) =>
                new ThenAndNow(
                    line.Kind,
                    line.Description,
                    (line as PartLine)?.Number ?? "",
                    line.Count,
                    was.Of(line)?.Net ?? 0,
                    now.Of(same)?.Net
                )
            )
            .ToList();
        return Results.Ok(new EarlierLook(source.Title, lines, was.Subtotal, now.Subtotal));
    }
}
