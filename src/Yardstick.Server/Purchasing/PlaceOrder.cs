using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
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
    /// <summary>What to order, and from whom.</summary>
    /// <param name="SupplierId">From whom.</param>
    /// <param name="LineIds">Lines of repair orders that miss a part.</param>
    /// <param name="BranchId">One of the supplier's branches; null for none.</param>
    /// <param name="Message">For the supplier or the driver.</param>
    /// <param name="Delivery">When and how it should come, in words.</param>
    /// <param name="Stock">Parts for stock.</param>
    /// <param name="Costs">What the supplier named when it was asked just before; the estimate's cost is expected of the other lines.</param>
    public sealed record PlaceOrderRequest(
        long SupplierId,
        IReadOnlyList<long>? LineIds,
        long? BranchId = null,
        string? Message = null,
        string? Delivery = null,
        IReadOnlyList<StockWanted>? Stock = null,
        IReadOnlyList<QuotedCost>? Costs = null
    );

    /// <summary>A cost that the supplier named just now.</summary>
    /// <param name="LineId">The line.</param>
    /// <param name="UnitCost">Cost each.</param>
    public sealed record QuotedCost(long LineId, decimal UnitCost);

    /// <summary>A part for stock.</summary>
    /// <param name="PartId">The part.</param>
    /// <param name="Quantity">Units as typed.</param>
    public sealed record StockWanted(long PartId, string? Quantity);

    /// <summary>What was bought elsewhere and paid in cash.</summary>
    /// <param name="SupplierId">Where.</param>
    /// <param name="LineIds">Lines of repair orders that it is for.</param>
    /// <param name="Receipt">Number on the receipt.</param>
    public sealed record BoughtRequest(long SupplierId, IReadOnlyList<long>? LineIds, string? Receipt);

    /// <summary>The purchase order.</summary>
    public sealed record PurchasePlaced(long Id, long Number);

    /// <summary>How it went with the supplier.</summary>
    public sealed record HandedOver(long Id, PurchaseOrderState State, string StateText, string Trouble, Instant? ExpectedAt);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/purchase-orders", Handle).Asks(Permission.OrderParts).Produces<PurchasePlaced>().ProducesProblem(422);
        api.MapPost("/purchase-orders/bought", Bought).Asks(Permission.OrderParts).Produces<PurchasePlaced>().ProducesProblem(422);
        api.MapGet("/purchase-orders/{id:long}/purchase-order.pdf", PdfAsync).Asks(Permission.SeeParts);
        api.MapPost("/purchase-orders/{id:long}/send", SendAsync).Asks(Permission.OrderParts).Produces<HandedOver>().ProducesProblem(404);
    }

    private static Task<IResult> Handle(PlaceOrderRequest request, CommandRunner commands, SupplierRounds rounds) =>
        commands.RunAsync<PurchasePlaced>(async work =>
        {
            var wishes = new OrderWishes(request.BranchId, request.Message, request.Delivery);
            var placed = await WriteAsync(
                work,
                request.SupplierId,
                request.LineIds,
                request.Stock,
                request.Costs,
                (number, supplier, parts) => PurchaseOrder.Place(number, supplier, parts, work.Actor, wishes)
            );
            // Whoever ordered may be gone the next moment: it is handed over all the same.
            work.AfterCommit(rounds.Wake);
            return placed;
        });

    private static Task<IResult> Bought(BoughtRequest request, CommandRunner commands) =>
        commands.RunAsync<PurchasePlaced>(work =>
            WriteAsync(work, request.SupplierId, request.LineIds, [], [], (number, supplier, parts) =>
                PurchaseOrder.Bought(number, supplier, parts, request.Receipt, work.Actor)
            )
        );

    private static async Task<Result<PurchasePlaced>> WriteAsync(
        CommandContext work,
        long supplierId,
        IReadOnlyList<long>? lineIds,
        IReadOnlyList<StockWanted>? stock,
        IReadOnlyList<QuotedCost>? costs,
        Func<long, Supplier, IReadOnlyList<PartWanted>, Result<PurchaseOrder>> write
    )
    {
        var db = work.Db;
        if (await db.Suppliers.Include(s => s.Branches).FirstOrDefaultAsync(s => s.Id == supplierId) is not { RetiredAt: null } supplier)
            return new Problem("supplier.gone", "This supplier no longer exists. Reload the page.", "supplierId");
        var asked = (lineIds ?? []).Distinct().ToList();
        var rows = await db.NeededPartsAsync(asked);
        if (rows.Count != asked.Count)
            return await NotNeededAsync(db, asked);
        var repairs = new List<Order>();
        foreach (var id in rows.Select(r => r.Order.Id).Distinct())
        {
            var repair = (await db.LoadOrderAsync(id))!;
            repairs.Add(repair);
            if (repair.MayGoOn(await db.PolicyAsync(repair.PolicyVersionId)).Problem is { } past)
                return past;
        }
        var quoted = (costs ?? [])
            .Where(c => c.UnitCost >= 0)
            .GroupBy(c => c.LineId)
            .ToDictionary(g => g.Key, g => UnitPrice.Rounded(g.Last().UnitCost));
        var wanted = rows.ConvertAll(r => quoted.TryGetValue(r.Line.Id, out var cost) ? r.Wanted with { QuotedCost = cost } : r.Wanted);
        foreach (var item in stock ?? [])
        {
            if (await db.Parts.FindAsync(item.PartId) is not { } part)
                return Gone.Part;
            var units = Quantity.Parse(item.Quantity);
            if (units.Problem is { } unreadable)
                return unreadable;
            wanted.Add(PartWanted.For(part, units.Value));
        }
        var placed = write(await db.NextNumberAsync(Counter.PurchaseOrders), supplier, wanted);
        if (placed.Problem is { } refused)
            return refused;
        var order = placed.Value;
        db.PurchaseOrders.Add(order);
        foreach (var repair in repairs)
        {
            foreach (var line in order.Lines.Where(l => l.OrderId == repair.Id))
                repair.NotePart(line.LineId!.Value, "ordered", line.Words(order.Number, supplier.Name), work.Actor);
            db.AddRecord(repair);
        }
        await db.SaveChangesAsync();
        return new PurchasePlaced(order.Id, order.Number);
    }

    private static async Task<Problem> NotNeededAsync(ShopDb db, IReadOnlyList<long> lineIds)
    {
        var taken = await db.AwaitedParts()
            .Where(l => l.LineId != null && lineIds.Contains(l.LineId.Value))
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
