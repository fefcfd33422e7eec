using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Documents;
using Yardstick.Core.Imports;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Documents;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Imports;

/// <summary>An order of a former program: looked at, printed, its jobs copied into an open order.</summary>
public static class FormerOrderPage
{
    /// <summary>The page.</summary>
    public sealed record FormerOrderView(
        long Id,
        string Number,
        LocalDate On,
        long? CustomerId,
        long? VehicleId,
        ShopDocument Document,
        IReadOnlyList<OpenOrder> CanGoTo
    );

    /// <summary>An open order of the same car.</summary>
    public sealed record OpenOrder(long Id, long Number, string Title);

    /// <summary>Which job of which former order.</summary>
    public sealed record CopyRequest(long FormerOrderId, int Job);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/former-orders/{id:long}", PageAsync).Asks(Permission.SeeOrders).Produces<FormerOrderView>().ProducesProblem(404);
        api.MapGet("/former-orders/{id:long}/order.pdf", PdfAsync).Asks(Permission.SeeOrders);
        api.MapPost("/orders/{id:long}/jobs/former", Copy).Asks(Permission.EditOrders).Produces<Changed>().ProducesProblem(422);
    }

    private static FormerDocument Read(FormerOrder order) =>
        JsonSerializer.Deserialize<FormerDocument>(order.DocumentJson, DocumentMaker.Json)!;

    private static async Task<IResult> PageAsync(long id, ShopDb db)
    {
        if (await db.FormerOrders.FindAsync(id) is not { } order)
            return Problems.Of(Gone.FormerOrder);
        var open = await db
            .Orders.Where(o =>
                o.State == OrderState.Open
                && (order.VehicleId != null ? o.VehicleId == order.VehicleId : o.CustomerId != null && o.CustomerId == order.CustomerId)
            )
            .OrderByDescending(o => o.Id)
            .Select(o => new OpenOrder(o.Id, o.Number, o.Title))
            .ToListAsync();
        return Results.Ok(
            new FormerOrderView(
                order.Id,
                order.Number,
                order.On,
                order.CustomerId,
                order.VehicleId,
                FormerOrders.Shown(Read(order), await db.Shops.SingleAsync()),
                open
            )
        );
    }

    private static async Task<IResult> PdfAsync(long id, ShopDb db) =>
        await db.FormerOrders.FindAsync(id) is not { } order
            ? Problems.Of(Gone.FormerOrder)
            : Results.File(PdfPages.Draw(FormerOrders.Shown(Read(order), await db.Shops.SingleAsync())), "application/pdf");

    private static Task<IResult> Copy(long id, CopyRequest request, CommandRunner commands) =>
        commands.OnOrderAsync<Changed>(id, async under =>
        {
            var db = under.Command.Db;
            if (await db.FormerOrders.FindAsync(request.FormerOrderId) is not { } former)
                return Gone.FormerOrder;
            if (Read(former).Jobs.ElementAtOrDefault(request.Job) is not { } source)
                return new Problem("job.gone", "This job no longer exists. Reload the page.");
            var numbers = source.Lines.Select(l => l.Number).Where(n => n.Length > 0).ToList();
            var parts = (await db.Parts.Include(p => p.Companions).Where(p => numbers.Contains(p.Number)).ToListAsync())
                .GroupBy(p => p.Number)
                .ToDictionary(g => g.Key, g => g.First());
            var added = under.Order.AddJob(FormerOrders.Copy(source, parts.GetValueOrDefault, under.Policy.StockCost), under.Command.Actor);
            if (added.Problem is { } problem)
                return problem;
            await db.SaveChangesAsync();
            return new Changed(under.Order.Version, added.Value.Id, added.Value.Version);
        });
}
