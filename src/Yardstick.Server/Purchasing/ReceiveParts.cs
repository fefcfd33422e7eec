using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Core.Catalog;
using Yardstick.Core.Floor;
using Yardstick.Core.Inventory;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;
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

    /// <summary>What came though nobody ordered it here: more than asked, or something else. It goes into stock.</summary>
    public sealed record ExtraRequest(string? Number, string? Description, string? Quantity, string? UnitCost);

    /// <summary>What came; without lines, all of it as ordered.</summary>
    /// <param name="Lines">Lines with what was typed.</param>
    /// <param name="IntoStock">Into the shop's stock: the order does not need it any more.</param>
    /// <param name="SlipNumber">Number on the packing slip.</param>
    /// <param name="Extras">What came besides.</param>
    /// <param name="Against">How it came although it was refused or called off; null for what was expected.</param>
    public sealed record ReceivePartsRequest(
        IReadOnlyList<LineRequest>? Lines,
        bool IntoStock = false,
        string? SlipNumber = null,
        IReadOnlyList<ExtraRequest>? Extras = null,
        string? Against = null
    );

    /// <summary>What follows.</summary>
    /// <param name="PurchaseOrderId">The purchase order.</param>
    /// <param name="ReceiptId">The receipt, for its labels.</param>
    /// <param name="Complete">All of it is here.</param>
    /// <param name="OrdersWithAllParts">Orders that have all their parts now and still wait for parts.</param>
    public sealed record PartsReceived(
        long PurchaseOrderId,
        long ReceiptId,
        bool Complete,
        IReadOnlyList<OrderWithAllParts> OrdersWithAllParts
    );

    /// <summary>An order that can go on.</summary>
    public sealed record OrderWithAllParts(long OrderId, int Version, long StageId);

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapPost("/purchase-orders/{id:long}/receive", Handle)
            .Asks(Permission.OrderParts)
            .Produces<PartsReceived>()
            .ProducesProblem(422);

    private static Task<IResult> Handle(long id, ReceivePartsRequest request, CommandRunner commands, HttpContext http) =>
        commands.RunAsync<PartsReceived>(async work =>
        {
            var db = work.Db;
            if (await db.PurchaseOrders.Include(p => p.Lines).FirstOrDefaultAsync(p => p.Id == id) is not { } purchase)
                return Gone.Purchase;
            if (request.Against is not null && !http.User.May(Permission.CorrectStock))
                return new Problem("receive.right", "Only someone who may correct stock can receive what was not to come.");
            if (purchase.MayReceive(request.Against).Problem is { } closed)
                return closed;
            var wanted = request.Lines ?? purchase.Lines.Where(l => l.Awaited).Select(l => new LineRequest(l.Id, null, null)).ToList();
            foreach (var item in wanted)
                if (purchase.FindLine(item.Id).Problem is { } unknown)
                    return unknown;
            var made = Receipt.Of(purchase, request.SlipNumber, request.Against, work.Actor);
            if (made.Problem is { } badSlip)
                return badSlip;
            var taking = new Taking(work, purchase, made.Value, request.Against is not null);
            foreach (var group in wanted.GroupBy(w => request.IntoStock ? null : purchase.FindLine(w.Id).Value.OrderId))
            {
                var problem = group.Key is { } orderId ? await taking.ForOrderAsync(orderId, group) : await taking.ForStockAsync(group);
                if (problem is not null)
                    return problem;
            }
            foreach (var extra in request.Extras ?? [])
                if (await taking.ExtraAsync(extra) is { } problem)
                    return problem;
            if (made.Value.Lines.Count == 0)
                return new Problem("receive.nothing", "Say what came: scan it, or type how many.");
            db.Receipts.Add(made.Value);
            purchase.Settle();
            if (await db.BookAsync(work.Actor, () => PurchasePostings.Of(made.Value, taking.Shelved)) is { } locked)
                return locked;
            await db.GiveOutAsync(taking.Stocked);
            return new PartsReceived(id, made.Value.Id, purchase.State == PurchaseOrderState.Received, taking.Ready);
        });

    /// <summary>Takes in what came, line by line.</summary>
    private sealed class Taking(CommandContext work, PurchaseOrder purchase, Receipt receipt, bool against)
    {
        internal List<OrderWithAllParts> Ready { get; } = [];

        internal List<Part> Stocked { get; } = [];

        internal List<StockMovement> Shelved { get; } = [];

        internal async Task<Problem?> ForOrderAsync(long orderId, IEnumerable<LineRequest> items)
        {
            var stages = await work.Db.StageListAsync();
            var put = await work.OnOrderAsync<bool>(orderId, async under =>
            {
                foreach (var item in items)
                {
                    if (await TakeAsync(under, purchase.FindLine(item.Id).Value, item) is { } problem)
                        return problem;
                }
                under.AfterSettling = () =>
                {
                    if (under.Order.HasAllPartsNow)
                        Ready.Add(new OrderWithAllParts(orderId, under.Order.Version, stages.Of(Stages.AfterParts).Id));
                };
                return true;
            });
            return put.Problem;
        }

        internal async Task<Problem?> ForStockAsync(IEnumerable<LineRequest> items)
        {
            foreach (var item in items)
            {
                var line = purchase.FindLine(item.Id).Value;
                var read = line.Receive(item.Quantity, item.UnitCost, against);
                if (read.Problem is { } bad)
                    return bad;
                if (await StockAsync(line, read.Value.Quantity, read.Value.UnitCost) is { } problem)
                    return problem;
            }
            return null;
        }

        internal async Task<Problem?> ExtraAsync(ExtraRequest extra)
        {
            var units = Quantity.Parse(extra.Quantity);
            if (units.Problem is { } noUnits)
                return noUnits;
            var cost = UnitPrice.Parse(extra.UnitCost, "unitCost");
            if (cost.Problem is { } noCost)
                return noCost;
            var part = await EndOrder.StockedAsync(work.Db, null, (extra.Number ?? "").Trim(), () =>
                Part.Of(extra.Number!.Trim(), (extra.Description ?? "").Trim() is { Length: > 0 } words ? words : extra.Number.Trim()).Value
            );
            if (part.Problem is { } problem)
                return problem;
            var line = purchase.AddArrived(part.Value, units.Value, cost.Value);
            await work.Db.SaveChangesAsync();
            return await StockAsync(line, units.Value, cost.Value);
        }

        private async Task<Problem?> TakeAsync(OrderCommandContext under, PurchaseOrderLine line, LineRequest typed)
        {
            var read = line.Receive(typed.Quantity, typed.UnitCost, against);
            if (read.Problem is { } bad)
                return bad;
            var (quantity, cost) = read.Value;
            if (under.Order.ReceivePart(line.LineId!.Value, quantity, cost, work.Actor).Problem is { } problem)
                return problem;
            var source = new StockSource(MovementDocument.PurchaseOrder, purchase.Id, line.LineId, receipt.Against);
            work.Db.StockMovements.Add(Stock.ForOrder(line.PartId, quantity, cost, source, work.Actor));
            receipt.Add(line, quantity, cost, null);
            await work.Db.SaveChangesAsync();
            return null;
        }

        private async Task<Problem?> StockAsync(PurchaseOrderLine line, Quantity quantity, UnitPrice cost)
        {
            var part = await EndOrder.StockedAsync(work.Db, line.PartId, line.PartNumber, () =>
                Part.Of(line.PartNumber, line.Description).Value
            );
            if (part.Problem is { } problem)
                return problem;
            var source = new StockSource(MovementDocument.PurchaseOrder, purchase.Id, null, receipt.Against);
            var movement = part.Value.Receive(StockMovementKind.Receipt, quantity, cost, source, work.Actor);
            work.Db.StockMovements.Add(movement);
            Shelved.Add(movement);
            receipt.Add(line, quantity, cost, part.Value.Id);
            Stocked.Add(part.Value);
            return null;
        }
    }
}
