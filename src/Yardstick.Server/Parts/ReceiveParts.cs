using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Orders;
using Yardstick.Core.Parts;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Parts;

/// <summary>Receives parts of a purchase order, at the price charged. They are put to their order, not into stock.</summary>
public static class ReceiveParts
{
    /// <summary>Units of a line that came, and their cost each if it is not the one expected; as typed.</summary>
    public sealed record LineRequest(long Id, string? Quantity, string? UnitCost);
    /// <summary>What came; without lines, all of it as ordered.</summary>
    public sealed record Request(IReadOnlyList<LineRequest>? Lines);
    /// <summary>What follows.</summary>
    /// <param name="PurchaseOrderId">The purchase order.</param>
    /// <param name="Complete">All of it is here.</param>
    /// <param name="OrdersWithAllParts">Orders that have all their parts now and still wait for parts.</param>
    public sealed record Received(long PurchaseOrderId, bool Complete, IReadOnlyList<long> OrdersWithAllParts);

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapPost("/purchase-orders/{id:long}/receive", Handle).Asks(Permission.OrderParts).Produces<Received>().ProducesProblem(422);

    private static Task<IResult> Handle(long id, Request request, Commands commands) => commands.RunAsync<Received>(async work =>
    {
        var db = work.Db;
        if (await db.PurchaseOrders.Include(p => p.Lines).FirstOrDefaultAsync(p => p.Id == id) is not { } purchase) return new Problem("purchase.gone", "There is no such purchase order.");
        if (!purchase.IsOpen) return new Problem("purchase.closed", $"Purchase order {purchase.Number} is {PurchaseOrder.StateName(purchase.State).ToLowerInvariant()}; nothing is open on it.");
        var wanted = request.Lines ?? purchase.Lines.Where(l => l.Received < l.Quantity).Select(l => new LineRequest(l.Id, null, null)).ToList();
        var ready = new List<long>();
        foreach (var group in wanted.GroupBy(w => purchase.Lines.Find(l => l.Id == w.Id)?.OrderId))
        {
            if (group.Key is not { } orderId) return new Problem("purchase.line", "A line that was received is not on this purchase order.");
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
        if (purchase.Lines.TrueForAll(l => l.Received >= l.Quantity))
        {
            purchase.State = PurchaseOrderState.Received;
            purchase.Trouble = "";
        }
        await db.SaveChangesAsync();
        work.Touch("parts");
        work.Touch("floor");
        return new Received(id, purchase.State == PurchaseOrderState.Received, ready);
    });

    private static async Task<Problem?> TakeAsync(OrderUnderChange under, PurchaseOrderLine line, LineRequest typed)
    {
        var db = under.Work.Db;
        var open = line.Quantity - line.Received;
        var quantity = open;
        if (!string.IsNullOrWhiteSpace(typed.Quantity))
        {
            var read = Typed.Quantity(typed.Quantity);
            if (read.Problem is { } bad) return bad;
            quantity = read.Value;
        }
        if (quantity > open) return new Problem("receive.tooMany", $"Only {open:0.###} of \"{line.Description}\" are open on this purchase order.", "quantity");
        var cost = line.UnitCost;
        if (!string.IsNullOrWhiteSpace(typed.UnitCost))
        {
            var read = Typed.Amount(typed.UnitCost, "unitCost", 4);
            if (read.Problem is { } bad) return bad;
            cost = read.Value;
        }
        var received = under.Order.ReceivePart(line.LineId, quantity, cost, under.Work.Actor);
        if (received.Problem is { } problem) return problem;
        line.Received += quantity;
        db.StockMovements.Add(new StockMovement { PartId = line.PartId, LineId = line.LineId, Kind = StockMovementKind.ReceiptForOrder, Quantity = quantity, UnitCost = cost, At = under.Work.Actor.At, ById = under.Work.Actor.StaffId });
        return null;
    }
}
