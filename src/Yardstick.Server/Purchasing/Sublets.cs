using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;
using Yardstick.Server.Changes;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Purchasing;

/// <summary>Sublet work: sent out to a vendor, back, or called off.</summary>
public static class Sublets
{
    /// <summary>Who does it, and until when.</summary>
    /// <param name="SupplierId">The vendor.</param>
    /// <param name="Expected">When it is to be back, as typed.</param>
    /// <param name="Note">For the vendor.</param>
    public sealed record SendOutRequest(long SupplierId, string? Expected, string? Note);

    /// <summary>The work.</summary>
    public sealed record SubletSent(long SubletId) : OrderAnswer;

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/orders/{id:long}/lines/{lineId:long}/send-out", Send)
            .Asks(Permission.OrderParts)
            .Produces<SubletSent>()
            .ProducesProblem(422);
        api.MapPost("/sublets/{id:long}/back", Back).Asks(Permission.OrderParts).Produces<SubletSent>().ProducesProblem(422);
        api.MapPost("/sublets/{id:long}/out-again", OutAgain).Asks(Permission.OrderParts).Produces<SubletSent>().ProducesProblem(422);
        api.MapPost("/sublets/{id:long}/call-off", CallOff).Asks(Permission.OrderParts).Produces<SubletSent>().ProducesProblem(422);
    }

    private static Task<IResult> Send(long id, long lineId, SendOutRequest request, CommandRunner commands) =>
        commands.OnOrderAsync<SubletSent>(id, async under =>
        {
            var db = under.Command.Db;
            if (await db.Suppliers.FirstOrDefaultAsync(s => s.Id == request.SupplierId && s.RetiredAt == null) is not { } supplier)
                return Gone.Supplier with { Field = "supplierId" };
            if (under.Order.MayGoOn(under.Policy).Problem is { } past)
                return past;
            var isOut = await db.SubletWork.AnyAsync(s => s.LineId == lineId && s.CalledOffAt == null);
            var sent = SubletWork.Send(
                under.Order,
                lineId,
                supplier,
                request.Expected,
                request.Note,
                isOut,
                under.Shop,
                under.Command.Actor
            );
            if (sent.Problem is { } problem)
                return problem;
            db.SubletWork.Add(sent.Value);
            await db.SaveChangesAsync();
            return new SubletSent(sent.Value.Id);
        });

    private static Task<IResult> Back(long id, CommandRunner commands) =>
        ChangeAsync(id, commands, (work, order, supplier, actor) => work.Back(order, supplier, actor));

    private static Task<IResult> OutAgain(long id, CommandRunner commands) =>
        ChangeAsync(id, commands, (work, order, supplier, actor) => work.OutAgain(order, supplier, actor));

    private static Task<IResult> CallOff(long id, CommandRunner commands) =>
        ChangeAsync(id, commands, (work, order, supplier, actor) => work.CallOff(order, supplier, actor));

    private static Task<IResult> ChangeAsync(
        long id,
        CommandRunner commands,
        Func<SubletWork, Order, string, Core.Values.Actor, Result> change
    ) =>
        commands.RunAsync<SubletSent>(async command =>
        {
            if (await command.Db.SubletWork.FindAsync(id) is not { } work)
                return Gone.Sublet;
            var supplier = await command.Db.Suppliers.Where(s => s.Id == work.SupplierId).Select(s => s.Name).SingleAsync();
            return await command.OnOrderAsync<SubletSent>(work.OrderId, under =>
                Task.FromResult<Result<SubletSent>>(
                    change(work, under.Order, supplier, command.Actor).Problem is { } problem ? problem : new SubletSent(id)
                )
            );
        });
}
