using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Catalog;
using Yardstick.Core.Floor;
using Yardstick.Core.Inventory;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Purchasing;

/// <summary>
/// Receives parts of a purchase order, at the price charged. They are put to their order, or into stock where that was chosen.
/// </summary>
public static class ReceiveParts
{
    /// <summary>Units of a line that came, and their cost each if it is not the one expected; as typed.</summary>
    public sealed record LineRequest(long Id, string? Quantity, string? UnitCost);

    /// <summary>What came; without lines, all of it as ordered.</summary>
    /// <param name="Lines">Lines with what was typed.</param>
    /// <param name="IntoStock">Into the shop's stock: the order does not need it any more.</param>
    public sealed record ReceivePartsRequest(IReadOnlyList<LineRequest>? Lines, bool IntoStock = false);

    /// <summary>What follows.</summary>
    /// <param name="PurchaseOrderId">The purchase order.</param>
    /// <param name="Complete">All of it is here.</param>
    /// <param name="OrdersWithAllParts">Orders that have all their parts now and still wait for parts.</param>
    public sealed record PartsReceived(long PurchaseOrderId, bool Complete, IReadOnlyList<OrderWithAllParts> OrdersWithAllParts);

    /// <summary>An order that can go on.</summary>
    public sealed record OrderWithAllParts(long OrderId, int Version, long StageId);

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapPost("/purchase-orders/{id:long}/receive", Handle)
            .Asks(Permission.OrderParts)
            .Produces<PartsReceived>()
            .ProducesProblem(422);

    private static Task<IResult> Handle(long id, ReceivePartsRequest request, CommandRunner commands) =>
        commands.RunAsync<PartsReceived>(async work =>
        {
            var db = work.Db;
            if (await db.PurchaseOrders.Include(p => p.Lines).FirstOrDefaultAsync(p => p.Id == id) is not { } purchase)
                return Gone.Purchase;
            if (purchase.MayReceive().Problem is { } closed)
                return closed;
            var wanted = request.Lines ?? purchase.Lines.Where(l => l.Awaited).Select(l => new LineRequest(l.Id, null, null)).ToList();
            var ready = new List<OrderWithAllParts>();
            var stages = await db.StageListAsync();
            foreach (var item in wanted)
                if (purchase.FindLine(item.Id).Problem is { } unknown)
                    return unknown;
            foreach (var group in wanted.GroupBy(w => purchase.FindLine(w.Id).Value.OrderId))
            {
                var orderId = group.Key;
                if (request.IntoStock)
                {
                    foreach (var item in group)
                    {
                        if (await StockAsync(work, purchase.FindLine(item.Id).Value, item) is { } problem)
                            return problem;
                    }
                    continue;
                }
                var put = await work.OnOrderAsync<bool>(orderId, async under =>
                {
                    foreach (var item in group)
                    {
                        if (await TakeAsync(under, purchase.FindLine(item.Id).Value, item) is { } problem)
                            return problem;
                    }
                    under.AfterSettling = () =>
                    {
                        if (under.Order.HasAllPartsNow)
                            ready.Add(new OrderWithAllParts(orderId, under.Order.Version, stages.Of(Stages.AfterParts).Id));
                    };
                    return true;
                });
                if (put.Problem is { } refused)
                    return refused;
            }
            purchase.Settle();
            await db.SaveChangesAsync();
            return new PartsReceived(id, purchase.State == PurchaseOrderState.Received, ready);
        });

    private static async Task<Problem?> TakeAsync(OrderCommandContext under, PurchaseOrderLine line, LineRequest typed)
    {
        var read = line.Receive(typed.Quantity, typed.UnitCost);
        if (read.Problem is { } bad)
            return bad;
        var (quantity, cost) = read.Value;
        var received = under.Order.ReceivePart(line.LineId, quantity, cost, under.Command.Actor);
        if (received.Problem is { } problem)
            return problem;
        await MovedAsync(under.Command, line.PartId, line.LineId, StockMovementKind.ReceiptForOrder, quantity, cost);
        return null;
    }

    private static async Task<Problem?> StockAsync(CommandContext work, PurchaseOrderLine line, LineRequest typed)
    {
        var read = line.Receive(typed.Quantity, typed.UnitCost);
        if (read.Problem is { } bad)
            return bad;
        var (quantity, cost) = read.Value;
        var part = await Orders.EndOrder.StockedAsync(work.Db, line.PartId, line.PartNumber, () =>
            Part.Of(line.PartNumber, line.Description).Value
        );
        if (part.Problem is { } problem)
            return problem;
        part.Value.Receive(quantity, cost);
        await MovedAsync(work, part.Value.Id, null, StockMovementKind.Receipt, quantity, cost);
        return null;
    }

    private static async Task MovedAsync(
        CommandContext work,
        long? partId,
        long? lineId,
        StockMovementKind kind,
        Quantity quantity,
        UnitPrice cost
    )
    {
        work.Db.StockMovements.Add(
            new StockMovement
            {
                PartId = partId,
                LineId = lineId,
                Kind = kind,
                Quantity = quantity,
                UnitCost = cost,
                At = work.Actor.At,
                ById = work.Actor.StaffId,
            }
        );
        await work.Db.SaveChangesAsync();
    }
}
