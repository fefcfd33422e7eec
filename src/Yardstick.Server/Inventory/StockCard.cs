using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Core.Inventory;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Inventory;

/// <summary>A part in stock: its movements with the document behind each, for whom it is kept, and correcting it by hand.</summary>
public static class StockCard
{
    private const int PageSize = 40;

    /// <summary>A movement.</summary>
    public sealed record MovementView
    {
        /// <summary>Key.</summary>
        public required long Id { get; init; }

        /// <summary>When, wall time.</summary>
        public required LocalDateTime At { get; init; }

        /// <summary>Why, in words.</summary>
        public required string Kind { get; init; }

        /// <summary>Units; negative when they left.</summary>
        public required decimal Quantity { get; init; }

        /// <summary>Cost each.</summary>
        public required decimal UnitCost { get; init; }

        /// <summary>What it changed the stock's value by.</summary>
        public required decimal ValueChange { get; init; }

        /// <summary>The document behind it, as it is called; empty for none.</summary>
        public required string Document { get; init; }

        /// <summary>The repair order of that document; null where it is another.</summary>
        public required long? OrderId { get; init; }

        /// <summary>What somebody gave as reason.</summary>
        public required string Reason { get; init; }

        /// <summary>Who; empty for the start.</summary>
        public required string By { get; init; }
    }

    /// <summary>Approved work for which it is kept.</summary>
    public sealed record KeptForView(long OrderId, long OrderNumber, string Plate, decimal Quantity, LocalDateTime? PromisedAt);

    /// <summary>A part in stock.</summary>
    /// <param name="Part">The part.</param>
    /// <param name="Tire">What a tire is rated for and how old the oldest is; empty for other parts.</param>
    /// <param name="KeptFor">Approved work for which it is kept.</param>
    /// <param name="Movements">Its movements, the latest first.</param>
    /// <param name="More">Whether there are older ones.</param>
    public sealed record StockCardView(
        StockList.StockRow Part,
        string Tire,
        IReadOnlyList<KeptForView> KeptFor,
        IReadOnlyList<MovementView> Movements,
        bool More
    );

    /// <summary>What is there, put right by hand.</summary>
    /// <param name="OnHand">Units that are there, as typed.</param>
    /// <param name="Reason">Why it differs.</param>
    public sealed record StockCorrectRequest(string? OnHand, string? Reason);

    /// <summary>What is there now.</summary>
    public sealed record StockCorrected(long PartId, decimal OnHand);

    /// <summary>Moves what is kept for one line to another.</summary>
    /// <param name="FromLineId">The line that it is kept for.</param>
    /// <param name="ToLineId">The line that gets it.</param>
    public sealed record MoveReservedRequest(long FromLineId, long ToLineId);

    /// <summary>What changed hands.</summary>
    public sealed record ReservedMoved(decimal Quantity);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/stock/{id:long}", ShowAsync).Asks(Permission.SeeParts).Produces<StockCardView>().ProducesProblem(404);
        api.MapPost("/stock/{id:long}/correct", Correct).Asks(Permission.CorrectStock).Produces<StockCorrected>().ProducesProblem(422);
        api.MapPost("/stock/reserved", MoveReserved).Asks(Permission.OrderParts).Produces<ReservedMoved>().ProducesProblem(422);
    }

    private static async Task<IResult> ShowAsync(long id, ShopDb db, TimeProvider time, long? before)
    {
        if (await db.Parts.AsNoTracking().FirstOrDefaultAsync(p => p.Id == id) is not { } part)
            return Problems.Of(Gone.Part);
        var shop = await db.Shops.AsNoTracking().SingleAsync();
        var rows = await db
            .StockMovements.AsNoTracking()
            .Where(m => m.PartId == id && (before == null || m.Id < before))
            .OrderByDescending(m => m.Id)
            .Take(PageSize + 1)
            .ToListAsync();
        var shown = rows.Take(PageSize).ToList();
        var names = await NamesAsync(db, shown);
        var staff = await db.ShortNamesAsync();
        var onOrder = await db.OnOrderForStockAsync([id]);
        return Results.Ok(
            new StockCardView(
                StockList.RowOf(part, onOrder.GetValueOrDefault(id)),
                part.TireWords(shop.Local(time.Now()).Date),
                await KeptForAsync(db, id),
                shown.ConvertAll(m => new MovementView
                {
                    Id = m.Id,
                    At = shop.Local(m.At),
                    Kind = StockWords.Of(m.Kind),
                    Quantity = m.Quantity.Value,
                    UnitCost = m.UnitCost.Value,
                    ValueChange = m.ValueChange.Amount,
                    Document = names.GetValueOrDefault((m.Document, m.DocumentId ?? 0), ""),
                    OrderId = m.Document == MovementDocument.Order ? m.DocumentId : null,
                    Reason = m.Reason,
                    By = m.ById is { } by ? staff.GetValueOrDefault(by, "") : "",
                }),
                rows.Count > PageSize
            )
        );
    }

    private static async Task<Dictionary<(MovementDocument, long), string>> NamesAsync(ShopDb db, List<StockMovement> movements)
    {
        List<long> Ids(MovementDocument of) =>
            movements.Where(m => m.Document == of).Select(m => m.DocumentId).OfType<long>().Distinct().ToList();
        var names = new Dictionary<(MovementDocument, long), string>();
        if (Ids(MovementDocument.Order) is { Count: > 0 } orders)
            foreach (var o in await db.Orders.Where(o => orders.Contains(o.Id)).Select(o => new { o.Id, o.Number }).ToListAsync())
                names[(MovementDocument.Order, o.Id)] = $"RO {o.Number}";
        if (Ids(MovementDocument.PurchaseOrder) is { Count: > 0 } bought)
            foreach (var p in await db.PurchaseOrders.Where(p => bought.Contains(p.Id)).Select(p => new { p.Id, p.Number }).ToListAsync())
                names[(MovementDocument.PurchaseOrder, p.Id)] = $"PO {p.Number}";
        if (Ids(MovementDocument.PartReturn) is { Count: > 0 } returns)
            foreach (var r in await db.PartReturns.Where(r => returns.Contains(r.Id)).Select(r => new { r.Id, r.Number }).ToListAsync())
                names[(MovementDocument.PartReturn, r.Id)] = $"Return {r.Number}";
        foreach (var c in Ids(MovementDocument.StockCount))
            names[(MovementDocument.StockCount, c)] = $"Count {c}";
        return names;
    }

    private static async Task<IReadOnlyList<KeptForView>> KeptForAsync(ShopDb db, long partId)
    {
        var rows = await (
            from line in db.Lines.OfType<Core.Orders.PartLine>()
            join job in db.Jobs on line.JobId equals job.Id
            join order in db.Orders on job.OrderId equals order.Id
            where line.PartId == partId && line.ReservedQuantity > Quantity.Zero
            orderby order.PromisedAt == null, order.PromisedAt, order.Id
            select new
            {
                order.Id,
                order.Number,
                Plate = db.Vehicles.Where(v => v.Id == order.VehicleId).Select(v => v.Plate).FirstOrDefault(),
                line.ReservedQuantity,
                order.PromisedAt,
            }
        ).ToListAsync();
        return rows.ConvertAll(r => new KeptForView(r.Id, r.Number, r.Plate.Text, r.ReservedQuantity.Value, r.PromisedAt));
    }

    private static Task<IResult> Correct(long id, StockCorrectRequest request, CommandRunner commands) =>
        commands.RunAsync<StockCorrected>(async work =>
        {
            if (await work.Db.Parts.FindAsync(id) is not { } part)
                return Gone.Part;
            var corrected = StockCorrection.Correct(part, request.OnHand, request.Reason, work.Actor);
            if (corrected.Problem is { } problem)
                return problem;
            work.Db.StockMovements.Add(corrected.Value);
            if (
                await work.Db.BookAsync(work.Actor, () =>
                    PurchasePostings.Differences(null, $"Stock of {part.Number} corrected", [corrected.Value])
                ) is
                { } locked
            )
                return locked;
            await work.Db.FoundAsync([part]);
            return new StockCorrected(id, part.OnHand.Value);
        });

    private static Task<IResult> MoveReserved(MoveReservedRequest request, CommandRunner commands) =>
        commands.RunAsync<ReservedMoved>(async work =>
        {
            var db = work.Db;
            var from = await db.Lines.FindAsync(request.FromLineId) as Core.Orders.PartLine;
            var to = await db.Lines.FindAsync(request.ToLineId) as Core.Orders.PartLine;
            if (from?.PartId is not { } partId || to is null || await db.Parts.FindAsync(partId) is not { } part)
                return Gone.Part;
            var needed = await db.NeededPartsAsync([to.Id]);
            if (needed.Count == 0)
                return new Problem("stock.notKept", "There is nothing reserved there any more that this line needs. Reload the page.");
            var moved = Reservation.Move(part, from, to, await db.ComingAsync([to.Id]));
            if (moved.Problem is { } problem)
                return problem;
            foreach (
                var (line, words) in new[]
                {
                    (from, $"{moved.Value} given to another order"),
                    (to, $"{moved.Value} taken from another order"),
                }
            )
            {
                var orderId = await db.Jobs.Where(j => j.Id == line.JobId).Select(j => j.OrderId).SingleAsync();
                var order = (await db.LoadOrderAsync(orderId))!;
                order.NotePart(line.Id, "reserved", words, work.Actor);
                db.AddRecord(order);
            }
            return new ReservedMoved(moved.Value.Value);
        });
}
