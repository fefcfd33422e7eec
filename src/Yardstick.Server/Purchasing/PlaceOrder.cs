using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Setup;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Orders;
using Yardstick.Server.Pricing;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Purchasing;

/// <summary>
/// Orders needed parts from a supplier: the purchase order is written down first, then handed over. If the supplier
/// does not answer, it stays and is tried again by itself under the same key.
/// </summary>
public static class PlaceOrder
{
    /// <summary>Lines to order, and from whom.</summary>
    public sealed record PlaceOrderRequest(long SupplierId, IReadOnlyList<long> LineIds);
    /// <summary>The purchase order.</summary>
    public sealed record PurchasePlaced(long Id, long Number);
    /// <summary>How it went with the supplier.</summary>
    public sealed record HandedOver(long Id, PurchaseOrderState State, string StateText, string Trouble, DateTime? ExpectedAt);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/purchase-orders", Handle).Asks(Permission.OrderParts).Produces<PurchasePlaced>().ProducesProblem(422);
        api.MapPost("/purchase-orders/{id:long}/send", SendAsync).Asks(Permission.OrderParts).Produces<HandedOver>().ProducesProblem(404);
    }

    private static Task<IResult> Handle(PlaceOrderRequest request, CommandRunner commands, SupplierRounds rounds) => commands.RunAsync<PurchasePlaced>(async work =>
    {
        var db = work.Db;
        if (await db.Suppliers.FindAsync(request.SupplierId) is not { } supplier) return new Problem("supplier.gone", "There is no such supplier.", "supplierId");
        if (request.LineIds is not { Count: > 0 }) return new Problem("purchase.empty", "Choose at least one part to order.", "lineIds");
        var rows = await db.NeededParts().Where(n => request.LineIds.Contains(n.Line.Id)).Select(n => new { n.Line, OrderId = n.Order.Id }).ToListAsync();
        if (rows.Count != request.LineIds.Distinct().Count()) return await GoneAsync(db, request.LineIds);
        var repairs = new List<Order>();
        foreach (var id in rows.Select(r => r.OrderId).Distinct())
        {
            var repair = (await db.LoadOrderAsync(id))!;
            repairs.Add(repair);
            if (repair.MayGoOn(await db.PolicyAsync(repair.PolicyVersionId)).Problem is { } past) return past;
        }
        if (rows.Find(r => string.IsNullOrWhiteSpace(r.Line.Number)) is { } nameless) return new Problem("purchase.number", $"\"{nameless.Line.Description}\" has no part number; type one on the sheet first.", "lineIds");

        var order = new PurchaseOrder
        {
            Number = await db.NextNumberAsync(Counter.PurchaseOrders),
            SupplierId = supplier.Id,
            State = PurchaseOrderState.Sending,
            IdempotencyKey = Guid.NewGuid(),
            CreatedAt = work.Actor.At,
            ById = work.Actor.StaffId,
        };
        foreach (var row in rows)
        {
            order.Lines.Add(new PurchaseOrderLine
            {
                LineId = row.Line.Id,
                OrderId = row.OrderId,
                PartId = row.Line.PartId,
                PartNumber = row.Line.Number,
                Description = row.Line.Description,
                Quantity = row.Line.Quantity - row.Line.ReceivedQuantity,
                UnitCost = row.Line.UnitCost,
            });
        }
        db.PurchaseOrders.Add(order);
        foreach (var repair in repairs)
        {
            foreach (var line in order.Lines.Where(l => l.OrderId == repair.Id)) repair.NotePart(line.LineId, "ordered", $"{line.Quantity:0.###} on purchase order {order.Number}, {supplier.Name}", work.Actor);
            db.AddRecord(repair);
        }
        await db.SaveChangesAsync();
        // Whoever ordered may be gone the next moment: it is handed over all the same.
        work.AfterCommit(rounds.Wake);
        return new PurchasePlaced(order.Id, order.Number);
    });

    private static async Task<Problem> GoneAsync(ShopDb db, IReadOnlyList<long> lineIds)
    {
        var taken = await db.AwaitedParts().Where(l => lineIds.Contains(l.LineId))
            .Join(db.PurchaseOrders, l => l.PurchaseOrderId, p => p.Id, (l, p) => new { l.Description, p.Number }).FirstOrDefaultAsync();
        return taken is not null ? new Problem("purchase.ordered", $"\"{taken.Description}\" is already on purchase order {taken.Number}.", "lineIds")
            : new Problem("purchase.changed", "One of the parts is no longer needed; look at the list again.", "lineIds");
    }

    private static async Task<IResult> SendAsync(long id, SupplierTalk talk, CancellationToken cancel) =>
        await talk.TalkAsync(id, cancel) is { } order
            ? Results.Ok(new HandedOver(order.Id, order.State, PurchaseOrder.StateName(order.State), order.Trouble, order.ExpectedAt))
            : Problems.Of(new Problem("purchase.gone", "There is no such purchase order."));
}
