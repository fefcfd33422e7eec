using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Core.Catalog;
using Yardstick.Core.Inventory;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Orders;

/// <summary>Ends an order without an invoice, opens it again, or makes it void. Whatever hangs on it is named first.</summary>
public static class EndOrder
{
    /// <summary>How it ended, and why in a word.</summary>
    public sealed record EndOrderRequest(OrderEnding Ending, string Reason);

    /// <summary>Why it is made void.</summary>
    public sealed record VoidOrderRequest(string Reason);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/orders/{id:long}/hanging", HangingAsync)
            .Asks(Permission.SeeOrders)
            .Produces<IReadOnlyList<ClosingBlocker>>()
            .ProducesProblem(404);
        api.MapPost("/orders/{id:long}/end", End).Asks(Permission.EndOrders).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/orders/{id:long}/open-again", OpenAgain).Asks(Permission.EndOrders).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/orders/{id:long}/void", MakeVoid).Asks(Permission.VoidOrders).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/orders/{id:long}/lines/{lineId:long}/into-stock", IntoStock)
            .Asks(Permission.OrderParts)
            .Produces<Changed>()
            .ProducesProblem(422);
    }

    private static async Task<IResult> HangingAsync(long id, ShopDb db, bool ending = false) =>
        await db.ReadOrderAsync(id) is { } order ? Results.Ok(await HangingOnAsync(db, order, ending)) : Problems.Of(Gone.Order);

    private static Task<IResult> End(long id, EndOrderRequest request, CommandRunner commands) =>
        ClosedAsync(commands, id, request.Reason, (order, hanging, actor) => order.End(request.Ending, request.Reason, hanging, actor));

    private static Task<IResult> MakeVoid(long id, VoidOrderRequest request, CommandRunner commands) =>
        ClosedAsync(commands, id, request.Reason, (order, hanging, actor) => order.MakeVoid(request.Reason, hanging, actor));

    private static Task<IResult> ClosedAsync(
        CommandRunner commands,
        long id,
        string reason,
        Func<Order, IReadOnlyList<ClosingBlocker>, Actor, Result> close
    ) => commands.OnOrderAsync<Changed>(id, async under =>
        {
            if ((await CloseAsync(under, (hanging, actor) => close(under.Order, hanging, actor))).Problem is { } problem)
                return problem;
            await Phrases.UsedAsync(under.Command.Db, PhraseUse.EndReason, reason, under.Command.Actor.At);
            return Told(under);
        });

    /// <summary>Closes an order: nothing of it is planned any more, and its links answer no more.</summary>
    /// <param name="under">The order under change.</param>
    /// <param name="close">Closes it, by what still hangs on it.</param>
    internal static async Task<Result> CloseAsync(OrderCommandContext under, Func<IReadOnlyList<ClosingBlocker>, Actor, Result> close)
    {
        var (db, order, actor) = (under.Command.Db, under.Order, under.Command.Actor);
        if (close(await HangingOnAsync(db, order), actor).Problem is { } problem)
            return problem;
        var jobs = order.Jobs.ConvertAll(j => j.Id);
        var planned = await db.PlannedWork.Where(p => jobs.Contains(p.JobId)).ToListAsync();
        db.PlannedWork.RemoveRange(planned);
        foreach (
            var link in await db
                .ApprovalLinks.Where(l => l.OrderId == order.Id && l.WithdrawnAt == null && l.AnsweredAt == null)
                .ToListAsync()
        )
            link.Withdraw(actor.At);
        return Result.Done;
    }

    private static Task<IResult> OpenAgain(long id, CommandRunner commands) =>
        commands.OnOrderAsync<Changed>(id, under =>
            Task.FromResult<Result<Changed>>(under.Order.OpenAgain(under.Command.Actor).Problem is { } problem ? problem : Told(under))
        );

    private static Task<IResult> IntoStock(long id, long lineId, CommandRunner commands) =>
        commands.OnOrderAsync<Changed>(id, async under =>
        {
            if (under.Order.Jobs.SelectMany(j => j.Lines).OfType<PartLine>().FirstOrDefault(l => l.Id == lineId) is not { } line)
                return new Problem("line.gone", "This line no longer exists. Reload the page.");
            var part = await StockedAsync(under.Command.Db, line.PartId, line.Number, () => Part.Of(line));
            if (part.Problem is { } nameless)
                return nameless;
            var put = under.Order.PutIntoStock(lineId, part.Value, under.Command.Actor);
            if (put.Problem is { } problem)
                return problem;
            under.Command.Db.StockMovements.Add(put.Value.Movement);
            var entry = PurchasePostings.FromOrder(id, put.Value.Value, put.Value.Movement);
            if (await under.Command.Db.BookAsync(under.Command.Actor, () => entry) is { } locked)
                return locked;
            return new Changed(under.Order.Version, lineId, line.Version);
        });

    /// <summary>The catalog part by its key or number; one that the shop never had joins the catalog.</summary>
    internal static async Task<Result<Part>> StockedAsync(ShopDb db, long? partId, string number, Func<Part> make)
    {
        if (partId is { } id && await db.Parts.FindAsync(id) is { } known)
            return known;
        if (Part.HasNumber(number).Problem is { } nameless)
            return nameless;
        if (await db.Parts.FirstOrDefaultAsync(p => p.Number == number) is { } same)
            return same;
        var part = make();
        db.Parts.Add(part);
        await db.SaveChangesAsync();
        return part;
    }

    private static Changed Told(OrderCommandContext under)
    {
        return new Changed(under.Order.Version, under.Order.Id, under.Order.Version);
    }

    private static async Task<IReadOnlyList<ClosingBlocker>> HangingOnAsync(ShopDb db, Order order, bool ending = false)
    {
        var purchases = await db.PurchasesFor(order.Id).AsNoTracking().ToListAsync();
        var onTheClock = await db
            .TimeEntries.Where(t => t.OrderId == order.Id && t.End == null)
            .Join(db.Staff, t => t.StaffId, s => s.Id, (t, s) => s.Name)
            .ToListAsync();
        var sublets = await db.SubletWork.Where(s => s.OrderId == order.Id).ToListAsync();
        return order.Hanging(purchases, sublets, onTheClock, ending);
    }
}
