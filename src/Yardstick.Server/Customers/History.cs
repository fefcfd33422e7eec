using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Imports;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;
using Yardstick.Data;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Customers;

/// <summary>What was done for a customer or to a car, newest first, searched by words in it.</summary>
public static class History
{
    private const int PageSize = 40;

    /// <summary>A job of an earlier order.</summary>
    /// <param name="Title">What it is.</param>
    /// <param name="Decision">What the customer said.</param>
    /// <param name="DecisionText">The same in words.</param>
    /// <param name="Subtotal">What it comes to, before tax.</param>
    /// <param name="CameBackOn">The order on which it came back, by its number; null where it held.</param>
    public sealed record HistoryJob(string Title, DecisionKind Decision, string DecisionText, decimal Subtotal, long? CameBackOn);

    /// <summary>An earlier or open order.</summary>
    public sealed record HistoryRow(
        long OrderId,
        long Number,
        OrderState State,
        Instant At,
        int? Odometer,
        string Plate,
        string Vehicle,
        string Complaint,
        decimal Total,
        IReadOnlyList<HistoryJob> Jobs
    );

    /// <summary>An order of a former program.</summary>
    public sealed record FormerHistoryRow(long Id, string Number, LocalDate On, string Title, decimal Total, int? Odometer);

    /// <summary>A page; <paramref name="Next"/> asks for the one after it, null at the end.</summary>
    public sealed record HistoryPage(IReadOnlyList<HistoryRow> Rows, long? Next);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/customers/{id:long}/history", (long id, ShopDb db, string? q = null, long? before = null) =>
                PageAsync(db, db.Orders.Where(o => o.CustomerId == id), q, before)
            )
            .Asks(Permission.SeeOrders)
            .Produces<HistoryPage>();
        api.MapGet("/vehicles/{id:long}/history", (long id, ShopDb db, string? q = null, long? before = null) =>
                PageAsync(db, db.Orders.Where(o => o.VehicleId == id), q, before)
            )
            .Asks(Permission.SeeOrders)
            .Produces<HistoryPage>();
        api.MapGet("/customers/{id:long}/former-orders", (long id, ShopDb db, string? q = null) =>
                FormerAsync(db, db.FormerOrders.Where(o => o.CustomerId == id), q)
            )
            .Asks(Permission.SeeOrders)
            .Produces<IReadOnlyList<FormerHistoryRow>>();
        api.MapGet("/vehicles/{id:long}/former-orders", (long id, ShopDb db, string? q = null) =>
                FormerAsync(db, db.FormerOrders.Where(o => o.VehicleId == id), q)
            )
            .Asks(Permission.SeeOrders)
            .Produces<IReadOnlyList<FormerHistoryRow>>();
    }

    private static async Task<IResult> FormerAsync(ShopDb db, IQueryable<FormerOrder> orders, string? q)
    {
        foreach (var word in FindQuery.WordsOf(q ?? "").Take(6))
        {
            var like = $"%{word}%";
            orders = orders.Where(o => EF.Functions.Like(o.Number + " " + o.Title + " " + o.Words, like));
        }
        var rows = await orders.OrderByDescending(o => o.On).Take(100).ToListAsync();
        return Results.Ok(rows.ConvertAll(o => new FormerHistoryRow(o.Id, o.Number, o.On, o.Title, o.Total.Amount, o.Odometer?.Value)));
    }

    private static async Task<IResult> PageAsync(ShopDb db, IQueryable<Order> orders, string? q, long? before)
    {
        foreach (var word in FindQuery.WordsOf(q ?? "").Take(6))
        {
            var like = $"%{word}%";
            orders = orders.Where(o =>
                EF.Functions.Like(o.Title, like)
                || db.Concerns.Any(c => c.OrderId == o.Id && EF.Functions.Like(c.Complaint + " " + c.Cause + " " + c.Correction, like))
                || db.Jobs.Any(j =>
                    j.OrderId == o.Id
                    && (
                        EF.Functions.Like(j.Title, like)
                        || db.Lines.Any(l =>
                            l.JobId == j.Id && (EF.Functions.Like(l.Description, like) || EF.Functions.Like(((PartLine)l).Number, like))
                        )
                    )
                )
            );
        }
        if (before is { } number)
            orders = orders.Where(o => o.Number < number);
        var page = await orders.OrderByDescending(o => o.Number).Take(PageSize + 1).ToListAsync();
        var shown = page.Take(PageSize).ToList();
        var ids = shown.ConvertAll(o => o.Id);
        var jobs = (
            await db.Jobs.Where(j => ids.Contains(j.OrderId) && j.RemovedAt == null).OrderBy(j => j.Position).ToListAsync()
        ).ToLookup(j => j.OrderId);
        var jobIds = jobs.SelectMany(g => g).Select(j => (long?)j.Id).ToList();
        var back = (
            await db
                .Jobs.Where(j => jobIds.Contains(j.ComebackOfId) && j.RemovedAt == null)
                .Join(db.Orders, j => j.OrderId, o => o.Id, (j, o) => new { j.ComebackOfId, o.Number })
                .ToListAsync()
        ).ToLookup(b => b.ComebackOfId, b => (long?)b.Number);
        var says = (await db.Concerns.Where(c => ids.Contains(c.OrderId)).OrderBy(c => c.Position).ToListAsync()).ToLookup(
            c => c.OrderId,
            c => c.Complaint
        );
        var carIds = shown.Select(o => o.VehicleId).OfType<long>().Distinct().ToList();
        var cars = await db.Vehicles.Where(v => carIds.Contains(v.Id)).ToDictionaryAsync(v => v.Id);
        return Results.Ok(
            new HistoryPage(
                shown.ConvertAll(o =>
                {
                    var car = o.VehicleId is { } carId ? cars[carId] : null;
                    return new HistoryRow(
                        o.Id,
                        o.Number,
                        o.State,
                        o.PostedAt ?? o.OpenedAt,
                        o.OdometerIn?.Value,
                        car?.Plate.Text ?? "",
                        car?.ShortDescription ?? "",
                        string.Join("; ", says[o.Id]),
                        (o.State == OrderState.Posted ? o.ApprovedTotal : o.Total).Amount,
                        jobs[o.Id]
                            .Select(j => new HistoryJob(j.Title, j.Decision, j.Decision.Words(), j.Subtotal.Amount, back[j.Id].Max()))
                            .ToList()
                    );
                }),
                page.Count > PageSize ? shown[^1].Number : null
            )
        );
    }
}
