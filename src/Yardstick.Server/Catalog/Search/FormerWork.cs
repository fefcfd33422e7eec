using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Documents;
using Yardstick.Core.Imports;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;
using Yardstick.Data;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Catalog;

/// <summary>Work on orders of a former program: found for the same, similar and all vehicles, and looked at before it is copied.</summary>
public static class FormerWork
{
    /// <summary>Most orders of the past that one search reads.</summary>
    private const int Most = 60;

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet("/orders/{id:long}/earlier/former/{formerOrderId:long}/{job:long}", LookAsync)
            .Asks(Permission.SeeOrders)
            .Produces<EarlierSearch.EarlierLook>()
            .ProducesProblem(404);

    /// <summary>Jobs of former orders of certain vehicles; of the latest orders that fit.</summary>
    /// <param name="db">The database.</param>
    /// <param name="car">The order's own vehicle.</param>
    /// <param name="cars">The vehicles that count; null for every order, also those that belong to no vehicle here.</param>
    /// <param name="q">Words that a job has to have; empty for any.</param>
    internal static async Task<List<EarlierSearch.EarlierJob>> FindAsync(ShopDb db, Vehicle? car, IQueryable<Vehicle>? cars, string? q)
    {
        var former = db.FormerOrders.AsQueryable();
        if (cars is not null)
        {
            // By key: the index of days would be walked to its end where few of them are like this one.
            var ids = await cars.Select(c => (long?)c.Id).Take(EarlierSearch.MostNamed).ToListAsync();
            former = former.Where(f => ids.Contains(f.VehicleId));
        }
        if (FindQuery.WordsOf(q ?? "") is { Length: > 0 } words)
        {
            var named = db.Database.SqlQuery<long>(
                $"SELECT rowid AS Value FROM SearchFormer WHERE SearchFormer MATCH {FindQuery.Prefix(words)} ORDER BY rowid DESC LIMIT {EarlierSearch.MostNamed}"
            );
            former = former.Where(f => named.Contains(f.Id));
        }
        var match = new TextSearchScore(q);
        return
        [
            .. (await former.OrderByDescending(f => f.On).Take(Most).ToListAsync()).SelectMany(order =>
            {
                var document = Read(order);
                return document
                    .Jobs.Select((job, at) => (job, at))
                    .Where(x => match.Score(Words(x.job)) is not null)
                    .Select(x => Of(order, document, x.job, x.at, car));
            }),
        ];
    }

    private static EarlierSearch.EarlierJob Of(FormerOrder order, FormerDocument document, FormerJob job, int at, Vehicle? car) =>
        new(
            null,
            order.Id,
            at,
            null,
            order.Number,
            job.Title,
            document.Vehicle,
            car is not null && order.VehicleId == car.Id,
            order.On,
            order.Odometer?.Value,
            job.Lines.Sum(l => l.Amount),
            "imported"
        );

    private static string Words(FormerJob job) => $"{job.Title} {string.Join(' ', job.Lines.Select(l => $"{l.Description} {l.Number}"))}";

    private static FormerDocument Read(FormerOrder order) =>
        JsonSerializer.Deserialize<FormerDocument>(order.DocumentJson, DocumentMaker.Json)!;

    private static async Task<IResult> LookAsync(long id, long formerOrderId, long job, ShopDb db, TimeProvider time)
    {
        if (await db.FormerOrders.FindAsync(formerOrderId) is not { } former || await db.LoadPricedAsync(id, time) is not { } present)
            return Problems.Of(Gone.FormerOrder);
        if (Read(former).Jobs.ElementAtOrDefault((int)Math.Clamp(job, -1, int.MaxValue)) is not { } source)
            return Problems.Of(Gone.Job);
        var numbers = source.Lines.Select(l => l.Number).Where(n => n.Length > 0).ToList();
        var parts = (await db.Parts.Include(p => p.Companions).Where(p => numbers.Contains(p.Number)).ToListAsync()).ToDictionary(p =>
            p.Number
        );
        var copy = FormerOrders.Copy(source, parts.GetValueOrDefault, present.Policy.StockCost);
        var now = OrderPricing.Price(present.Order.Trial(copy), present.Customer, present.Policy, JobSelection.All, present.Day).Of(copy);
        var lines = source
            .Lines.Zip(copy.OnLines, (line, same) =>
                new EarlierSearch.ThenAndNow(
                    line.Kind,
                    line.Description,
                    line.Number,
                    line.Kind == LineKind.Text ? null : line.Quantity,
                    line.Amount,
                    now.Of(same)?.Net
                )
            )
            .ToList();
        return Results.Ok(new EarlierSearch.EarlierLook(source.Title, lines, source.Lines.Sum(l => l.Amount), now.Subtotal));
    }
}
