using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Catalog;
using Yardstick.Core.Inventory;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Purchasing;

/// <summary>Receives parts of a purchase order, at the price charged. They are put to their order, or into stock where that was chosen.</summary>
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
    public sealed record PartsReceived(long PurchaseOrderId, bool Complete, IReadOnlyList<long> OrdersWithAllParts);

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapPost("/purchase-orders/{id:long}/receive", Handle).Asks(Permission.OrderParts).Produces<PartsReceived>().ProducesProblem(422);

    private static Task<IResult> Handle(long id, ReceivePartsRequest request, CommandRunner commands) => commands.RunAsync<PartsReceived>(async work =>
    {
        var db = work.Db;
        if (await db.PurchaseOrders.Include(p => p.Lines).FirstOrDefaultAsync(p => p.Id == id) is not { } purchase) return new Problem("purchase.gone", "There is no such purchase order.");
        if (!purchase.IsOpen) return new Problem("purchase.closed", $"Purchase order {purchase.Number} is {PurchaseOrder.StateName(purchase.State).ToLowerInvariant()}; nothing is open on it.");
        var wanted = request.Lines ?? purchase.Lines.Where(l => l.Awaited).Select(l => new LineRequest(l.Id, null, null)).ToList();
        var ready = new List<long>();
        foreach (var group in wanted.GroupBy(w => purchase.Lines.Find(l => l.Id == w.Id)?.OrderId))
        {
            if (group.Key is not { } orderId) return new Problem("purchase.line", "A line that was received is not on this purchase order.");
            if (request.IntoStock)
            {
                foreach (var item in group)
                {
                    if (await StockAsync(work, purchase.Lines.First(l => l.Id == item.Id), item) is { } problem) return problem;
                }
                continue;
            }
            var put = await work.OnOrderAsync<bool>(orderId, async under =>
            {
                foreach (var item in group)
                {
                    if (await TakeAsync(under, purchase.Lines.First(l => l.Id == item.Id), item) is { } problem) return problem;
                }
                under.AfterSettling = () =>
                {
                    if (under.Order.Stage == Core.Floor.Stage.WaitingForParts && !under.Order.ApprovedJobs.SelectMany(j => j.OnLines).Any(l => l.IsPartOpen)) ready.Add(orderId);
                };
                return true;
            });
            if (put.Problem is { } refused) return refused;
        }
        purchase.Settle();
        await db.SaveChangesAsync();
        return new PartsReceived(id, purchase.State == PurchaseOrderState.Received, ready);
    });

    private static async Task<Problem?> TakeAsync(OrderCommandContext under, PurchaseOrderLine line, LineRequest typed)
    {
        var read = Read(line, typed);
        if (read.Problem is { } bad) return bad;
        var (quantity, cost) = read.Value;
        var received = under.Order.ReceivePart(line.LineId, quantity, cost, under.Command.Actor);
        if (received.Problem is { } problem) return problem;
        line.Received += quantity;
        await MovedAsync(under.Command, line.PartId, line.LineId, StockMovementKind.ReceiptForOrder, quantity, cost);
        return null;
    }

    private static async Task<Problem?> StockAsync(CommandContext work, PurchaseOrderLine line, LineRequest typed)
    {
        var read = Read(line, typed);
        if (read.Problem is { } bad) return bad;
        var (quantity, cost) = read.Value;
        var part = await Orders.EndOrder.StockedAsync(work.Db, line.PartId, line.PartNumber, () => new Part { Number = line.PartNumber, Description = line.Description });
        if (part.Problem is { } problem) return problem;
        part.Value.Receive(quantity, cost);
        line.Received += quantity;
        await MovedAsync(work, part.Value.Id, null, StockMovementKind.Receipt, quantity, cost);
        return null;
    }

    private static async Task MovedAsync(CommandContext work, long? partId, long? lineId, StockMovementKind kind, decimal quantity, decimal cost)
    {
        work.Db.StockMovements.Add(new StockMovement { PartId = partId, LineId = lineId, Kind = kind, Quantity = quantity, UnitCost = cost, At = work.Actor.At, ById = work.Actor.StaffId });
        await work.Db.SaveChangesAsync();
    }

    private static Result<(decimal Quantity, decimal Cost)> Read(PurchaseOrderLine line, LineRequest typed)
    {
        if (!line.Awaited) return new Problem("receive.tooMany", $"Nothing of \"{line.Description}\" is open on this purchase order.", "quantity");
        var open = line.Quantity - line.Received;
        var quantity = open;
        if (!string.IsNullOrWhiteSpace(typed.Quantity))
        {
            var read = NumberInput.Quantity(typed.Quantity);
            if (read.Problem is { } bad) return bad;
            quantity = read.Value;
        }
        if (quantity > open) return new Problem("receive.tooMany", $"Only {open:0.###} of \"{line.Description}\" are open on this purchase order.", "quantity");
        var cost = line.UnitCost;
        if (!string.IsNullOrWhiteSpace(typed.UnitCost))
        {
            var read = NumberInput.Amount(typed.UnitCost, "unitCost", 4);
            if (read.Problem is { } bad) return bad;
            cost = read.Value;
        }
        return (quantity, cost);
    }
}
