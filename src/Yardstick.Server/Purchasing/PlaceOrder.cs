using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
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
    public sealed record PlaceOrderRequest(long SupplierId, IReadOnlyList<long> LineIds, long? BranchId = null);

    /// <summary>The purchase order.</summary>
    public sealed record PurchasePlaced(long Id, long Number);

    /// <summary>How it went with the supplier.</summary>
    public sealed record HandedOver(long Id, PurchaseOrderState State, string StateText, string Trouble, Instant? ExpectedAt);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/purchase-orders", Handle).Asks(Permission.OrderParts).Produces<PurchasePlaced>().ProducesProblem(422);
        api.MapGet("/purchase-orders/{id:long}/purchase-order.pdf", PdfAsync).Asks(Permission.SeeParts);
        api.MapPost("/purchase-orders/{id:long}/send", SendAsync).Asks(Permission.OrderParts).Produces<HandedOver>().ProducesProblem(404);
    }

    private static Task<IResult> Handle(PlaceOrderRequest request, CommandRunner commands, SupplierRounds rounds) =>
        commands.RunAsync<PurchasePlaced>(async work =>
        {
            var db = work.Db;
            if (
                await db.Suppliers.Include(s => s.Branches).FirstOrDefaultAsync(s => s.Id == request.SupplierId)
                is not { RetiredAt: null } supplier
            )
                return new Problem("supplier.gone", "This supplier no longer exists. Reload the page.", "supplierId");
            var asked = (request.LineIds ?? []).Distinct().ToList();
            var rows = await db.NeededParts()
                .Where(n => asked.Contains(n.Line.Id))
                .Select(n => new { n.Line, OrderId = n.Order.Id })
                .ToListAsync();
            if (rows.Count != asked.Count)
                return await NotNeededAsync(db, asked);
            var repairs = new List<Order>();
            foreach (var id in rows.Select(r => r.OrderId).Distinct())
            {
                var repair = (await db.LoadOrderAsync(id))!;
                repairs.Add(repair);
                if (repair.MayGoOn(await db.PolicyAsync(repair.PolicyVersionId)).Problem is { } past)
                    return past;
            }
            var placed = PurchaseOrder.Place(
                await db.NextNumberAsync(Counter.PurchaseOrders),
                supplier,
                rows.ConvertAll(r => (r.Line, r.OrderId)),
                work.Actor,
                request.BranchId
            );
            if (placed.Problem is { } refused)
                return refused;
            var order = placed.Value;
            db.PurchaseOrders.Add(order);
            foreach (var repair in repairs)
            {
                foreach (var line in order.Lines.Where(l => l.OrderId == repair.Id))
                    repair.NotePart(line.LineId, "ordered", line.Words(order.Number, supplier.Name), work.Actor);
                db.AddRecord(repair);
            }
            await db.SaveChangesAsync();
            // Whoever ordered may be gone the next moment: it is handed over all the same.
            work.AfterCommit(rounds.Wake);
            return new PurchasePlaced(order.Id, order.Number);
        });

    private static async Task<Problem> NotNeededAsync(ShopDb db, IReadOnlyList<long> lineIds)
    {
        var taken = await db.AwaitedParts()
            .Where(l => lineIds.Contains(l.LineId))
            .Join(db.PurchaseOrders, l => l.PurchaseOrderId, p => p.Id, (l, p) => new { l.Description, p.Number })
            .FirstOrDefaultAsync();
        return PurchaseOrder.NotNeeded(taken is null ? null : (taken.Description, taken.Number));
    }

    private static async Task<IResult> PdfAsync(long id, ShopDb db, PurchaseOrderEmail email) =>
        await PurchaseOrderEmail.ReadAsync(db, id) is { } document
            ? Results.File(email.Draw(document), "application/pdf", $"purchase-order-{document.Number}.pdf")
            : Problems.Of(Gone.Purchase);

    private static async Task<IResult> SendAsync(long id, SupplierTalk talk, CancellationToken cancel) =>
        await talk.TalkAsync(id, cancel) is { } order
            ? Results.Ok(new HandedOver(order.Id, order.State, PurchaseOrder.StateName(order.State), order.Trouble, order.ExpectedAt))
            : Problems.Of(Gone.Purchase);
}
