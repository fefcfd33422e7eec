using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Values;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Purchasing;

/// <summary>What a supplier said on the phone or wrote back: their reference, and when the parts come.</summary>
public static class NoteCall
{
    /// <summary>What they said, as typed.</summary>
    public sealed record NoteCallRequest(string? Reference, string? Expected);

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapPost("/purchase-orders/{id:long}/call", Handle).Asks(Permission.OrderParts).Produces<RecordChanged>().ProducesProblem(422);

    private static Task<IResult> Handle(long id, NoteCallRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.PurchaseOrders.Include(p => p.Lines).FirstOrDefaultAsync(p => p.Id == id) is not { } purchase)
                return Gone.Purchase;
            var shop = await work.Db.Shops.SingleAsync();
            if (purchase.NoteCall(request.Reference, request.Expected, shop, work.Actor.At).Problem is { } refused)
                return refused;
            await work.Db.SaveChangesAsync();
            return new RecordChanged(id, 1);
        });
}
