using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Server.Changes;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Purchasing;

/// <summary>
/// Calls parts off that are still to come. A supplier with a service is asked to cancel them; the others take that by telephone, and
/// here it is noted, with who agreed.
/// </summary>
public static class CancelParts
{
    /// <summary>Lines of the purchase order, none for all that is still to come, and why.</summary>
    public sealed record CancelPartsRequest(IReadOnlyList<long>? LineIds, string Reason);

    /// <summary>The purchase order afterwards.</summary>
    public sealed record PartsCancelled(long PurchaseOrderId, bool Whole);

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapPost("/purchase-orders/{id:long}/cancel", Handle)
            .Asks(Permission.OrderParts)
            .Produces<PartsCancelled>()
            .ProducesProblem(422);

    private static Task<IResult> Handle(long id, CancelPartsRequest request, CommandRunner commands, SupplierRounds rounds) =>
        commands.RunAsync<PartsCancelled>(async work =>
        {
            var db = work.Db;
            if (await db.PurchaseOrders.Include(p => p.Lines).FirstOrDefaultAsync(p => p.Id == id) is not { } purchase)
                return Gone.Purchase;
            var ids = request.LineIds is { Count: > 0 } some ? some : purchase.Lines.Where(l => l.Awaited).Select(l => l.Id).ToList();
            if (purchase.Cancel(ids, request.Reason, work.Actor.At).Problem is { } problem)
                return problem;
            await Phrases.UsedAsync(db, PhraseUse.EndReason, request.Reason, work.Actor.At);
            await db.SaveChangesAsync();
            // One that has a service is asked at once.
            work.AfterCommit(rounds.Wake);
            return new PartsCancelled(id, !purchase.IsOpen);
        });
}
