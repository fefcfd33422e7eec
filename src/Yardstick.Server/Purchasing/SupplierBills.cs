using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Core.Inventory;
using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Purchasing;

/// <summary>Suppliers' bills: held against what was received, and marked paid.</summary>
public static class SupplierBills
{
    private const int Latest = 40;

    /// <summary>Units that came, or work that was done outside, and that no bill is there for.</summary>
    /// <param name="ReceiptLineId">The receipt's line; null for work that was sent out.</param>
    /// <param name="SubletId">That work; null for parts.</param>
    /// <param name="PurchaseNumber">The purchase order; null for work that was sent out.</param>
    /// <param name="OrderNumber">The repair order of such work; null for parts.</param>
    public sealed record UnbilledView(
        long? ReceiptLineId,
        long? SubletId,
        long SupplierId,
        string Supplier,
        long? PurchaseNumber,
        long? OrderNumber,
        string SlipNumber,
        string PartNumber,
        string Description,
        decimal Quantity,
        decimal UnitCost,
        decimal CoreEach,
        LocalDateTime CameAt
    );

    /// <summary>A line of a bill.</summary>
    public sealed record BillLineView(
        string PartNumber,
        string Description,
        decimal Quantity,
        decimal UnitCost,
        decimal ReceivedCost,
        decimal Core,
        decimal Amount,
        decimal Disputed
    );

    /// <summary>A bill.</summary>
    public sealed record BillView
    {
        /// <summary>Key.</summary>
        public required long Id { get; init; }

        /// <summary>The supplier's number.</summary>
        public required string Number { get; init; }

        /// <summary>The supplier.</summary>
        public required string Supplier { get; init; }

        /// <summary>The bill's own date.</summary>
        public required LocalDate BilledOn { get; init; }

        /// <summary>When it is due.</summary>
        public required LocalDate DueOn { get; init; }

        /// <summary>It is due and not paid.</summary>
        public required bool Overdue { get; init; }

        /// <summary>Freight.</summary>
        public required decimal Freight { get; init; }

        /// <summary>Tax.</summary>
        public required decimal Tax { get; init; }

        /// <summary>What the supplier asks for.</summary>
        public required decimal Total { get; init; }

        /// <summary>What the shop does not accept of it.</summary>
        public required decimal Disputed { get; init; }

        /// <summary>What credit memos gave back of it.</summary>
        public required decimal Credited { get; init; }

        /// <summary>What has to be paid.</summary>
        public required decimal Payable { get; init; }

        /// <summary>When it was marked paid; null before.</summary>
        public required LocalDateTime? PaidAt { get; init; }

        /// <summary>How.</summary>
        public required string PaidHow { get; init; }

        /// <summary>What it bills.</summary>
        public required IReadOnlyList<BillLineView> Lines { get; init; }
    }

    /// <summary>The page.</summary>
    /// <param name="Unbilled">What came and that no bill is there for.</param>
    /// <param name="Bills">Bills: those to be paid, and the latest that were paid.</param>
    public sealed record BillsView(IReadOnlyList<UnbilledView> Unbilled, IReadOnlyList<BillView> Bills);

    /// <summary>A line of a bill as typed.</summary>
    /// <param name="ReceiptLineId">The receipt's line; null for work that was sent out.</param>
    /// <param name="Quantity">Units that are billed; empty for all that were not billed yet.</param>
    /// <param name="UnitCost">Cost each that is billed; empty for the one received at.</param>
    /// <param name="Accepts">The shop accepts the price; otherwise the difference is disputed.</param>
    /// <param name="SubletId">Work that was sent out, instead of a receipt's line.</param>
    public sealed record BillLineRequest(
        long? ReceiptLineId,
        string? Quantity,
        string? UnitCost,
        bool Accepts = true,
        long? SubletId = null
    );

    /// <summary>A bill as typed.</summary>
    public sealed record BillRequest(
        long SupplierId,
        string? Number,
        string? BilledOn,
        string? DueOn,
        string? Freight,
        string? Tax,
        IReadOnlyList<BillLineRequest>? Lines
    );

    /// <summary>That it was paid.</summary>
    /// <param name="How">A check's number, a transfer.</param>
    public sealed record PayBillRequest(string? How);

    /// <summary>The bill afterwards.</summary>
    public sealed record BillChanged(long Id, decimal Total, decimal Disputed, decimal Payable);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/supplier-bills", PageAsync).Asks(Permission.SeeParts).Produces<BillsView>();
        api.MapPost("/supplier-bills", Enter).Asks(Permission.OrderParts).Produces<BillChanged>().ProducesProblem(422);
        api.MapPost("/supplier-bills/{id:long}/pay", Pay).Asks(Permission.PaySuppliers).Produces<BillChanged>().ProducesProblem(422);
        api.MapPost("/supplier-bills/{id:long}/unpay", Unpay).Asks(Permission.PaySuppliers).Produces<BillChanged>().ProducesProblem(422);
        api.MapGet("/purchase-orders/{id:long}/order.xml", OrderXmlAsync).Asks(Permission.SeeParts);
    }

    private static async Task<IResult> PageAsync(ShopDb db, TimeProvider time)
    {
        var shop = await db.Shops.SingleAsync();
        var today = shop.Local(time.Now()).Date;
        var suppliers = await db.Suppliers.ToDictionaryAsync(s => s.Id, s => s.Name);
        var bills = await db.SupplierBills.Include(b => b.Lines).Where(b => b.PaidAt == null).ToListAsync();
        bills.AddRange(
            await db
                .SupplierBills.Include(b => b.Lines)
                .Where(b => b.PaidAt != null)
                .OrderByDescending(b => b.PaidAt)
                .Take(Latest)
                .ToListAsync()
        );
        var disputed = bills.Where(b => b.Disputed.Amount > 0).Select(b => b.Id).ToList();
        var credited = (
            await db.SupplierCredits.Where(c => c.SupplierBillId != null && disputed.Contains(c.SupplierBillId.Value)).ToListAsync()
        )
            .GroupBy(c => c.SupplierBillId!.Value)
            .ToDictionary(g => g.Key, g => g.Aggregate(Money.Zero, (sum, c) => sum + c.Total));
        var unbilled = await (
            from line in db.ReceiptLines.Where(ReceiptLine.IsUnbilled)
            join receipt in db.Receipts on line.ReceiptId equals receipt.Id
            orderby line.Id
            select new
            {
                Line = line,
                receipt.SupplierId,
                receipt.SlipNumber,
                receipt.At,
                Purchase = db.PurchaseOrders.Where(p => p.Id == receipt.PurchaseOrderId).Select(p => p.Number).First(),
            }
        ).ToListAsync();
        var outside = await (
            from work in db.SubletWork.Where(SubletWork.IsUnbilled)
            join order in db.Orders on work.OrderId equals order.Id
            orderby work.Id
            select new { Work = work, order.Number }
        ).ToListAsync();
        return Results.Ok(
            new BillsView(
                [
                    .. unbilled.Select(u => new UnbilledView(
                        u.Line.Id,
                        null,
                        u.SupplierId,
                        suppliers[u.SupplierId],
                        u.Purchase,
                        null,
                        u.SlipNumber,
                        u.Line.PartNumber,
                        u.Line.Description,
                        u.Line.Unbilled.Value,
                        u.Line.UnitCost.Value,
                        u.Line.CoreEach.Value,
                        shop.Local(u.At)
                    )),
                    .. outside.Select(o => new UnbilledView(
                        null,
                        o.Work.Id,
                        o.Work.SupplierId,
                        suppliers[o.Work.SupplierId],
                        null,
                        o.Number,
                        "",
                        "",
                        o.Work.Description,
                        1,
                        o.Work.UnitCost.Value,
                        0,
                        shop.Local(o.Work.BackAt ?? o.Work.SentAt)
                    )),
                ],
                bills
                    .OrderBy(b => b.PaidAt is not null)
                    .ThenBy(b => b.PaidAt is null ? b.DueOn : LocalDate.MinIsoValue)
                    .Select(b => new BillView
                    {
                        Id = b.Id,
                        Number = b.Number,
                        Supplier = suppliers[b.SupplierId],
                        BilledOn = b.BilledOn,
                        DueOn = b.DueOn,
                        Overdue = b.PaidAt is null && b.DueOn < today,
                        Freight = b.Freight.Amount,
                        Tax = b.Tax.Amount,
                        Total = b.Total.Amount,
                        Disputed = b.Disputed.Amount,
                        Credited = credited.GetValueOrDefault(b.Id).Amount,
                        Payable = b.Payable.Amount,
                        PaidAt = b.PaidAt is { } at ? shop.Local(at) : null,
                        PaidHow = b.PaidHow,
                        Lines = b.Lines.ConvertAll(l => new BillLineView(
                            l.PartNumber,
                            l.Description,
                            l.Quantity.Value,
                            l.UnitCost.Value,
                            l.ReceivedCost.Value,
                            l.Core.Amount,
                            l.Amount.Amount,
                            l.Disputed.Amount
                        )),
                    })
                    .ToList()
            )
        );
    }

    private static Task<IResult> Enter(BillRequest request, CommandRunner commands) =>
        commands.RunAsync<BillChanged>(async work =>
        {
            var db = work.Db;
            if (!await db.Suppliers.AnyAsync(s => s.Id == request.SupplierId))
                return Gone.Supplier;
            var number = (request.Number ?? "").Trim();
            var taken = await db.SupplierBills.AnyAsync(b => b.SupplierId == request.SupplierId && b.Number == number);
            var typed = new SupplierBillTyped(request.Number, request.BilledOn, request.DueOn, request.Freight, request.Tax);
            var shop = await db.Shops.SingleAsync();
            var entered = SupplierBill.Enter(request.SupplierId, taken, typed, shop.Local(work.Actor.At), work.Actor);
            if (entered.Problem is { } bad)
                return bad;
            var bill = entered.Value;
            db.SupplierBills.Add(bill);
            await db.SaveChangesAsync();
            var (billed, carried) = (new Dictionary<long, ReceiptLine>(), Money.Zero);
            foreach (var item in (request.Lines ?? []).DistinctBy(l => (l.ReceiptLineId, l.SubletId)))
            {
                if (item.SubletId is { } subletId)
                {
                    if (await db.SubletWork.FirstOrDefaultAsync(s => s.Id == subletId && s.SupplierId == bill.SupplierId) is not { } sublet)
                        return Gone.Sublet;
                    if (bill.Add(sublet, item.UnitCost, item.Accepts).Problem is { } refused)
                        return refused;
                    continue;
                }
                var received = await db.ReceiptLines.FindAsync(item.ReceiptLineId);
                if (received is null || !await db.Receipts.AnyAsync(r => r.Id == received.ReceiptId && r.SupplierId == request.SupplierId))
                    return Gone.Receipt;
                var line = bill.Add(received, item.Quantity, item.UnitCost, item.Accepts);
                if (line.Problem is { } problem)
                    return problem;
                billed[received.Id] = received;
                carried += await CorrectAsync(work, bill, received, line.Value);
            }
            return await db.BookAsync(work.Actor, () => PurchasePostings.Of(bill, billed, carried)) is { } locked ? locked : Told(bill);
        });

    /// <summary>An accepted price other than the received one goes to what the parts cost: in stock, on the order, or to sales.</summary>
    /// <returns>What of it the parts that are here carry.</returns>
    private static async Task<Money> CorrectAsync(CommandContext work, SupplierBill bill, ReceiptLine received, SupplierBillLine line)
    {
        if (line.PriceDifference == 0 || line.Matched <= Quantity.Zero)
            return Money.Zero;
        if (received.IsStock && received.PartId is { } partId && await work.Db.Parts.FindAsync(partId) is { } part)
        {
            var source = new StockSource(MovementDocument.SupplierBill, bill.Id);
            var back = await work.Db.GoneBackAsync(received.Id);
            var units = Quantity.Max(Quantity.Zero, Quantity.Min(line.Matched, received.Quantity - back));
            var (movement, sold) = part.CorrectCost(line.PriceDifference, units, source, work.Actor);
            work.Db.StockMovements.Add(movement);
            line.Sold(sold);
            return movement.ValueChange;
        }
        if (received is { OrderId: { } orderId, LineId: { } lineId })
        {
            // A posted order keeps its figures: then the difference is of what is sold already.
            var difference = Money.Of(line.PriceDifference * line.Matched.Value);
            var kept = await work.OnOrderAsync<bool>(orderId, under =>
                Task.FromResult(under.Order.CorrectBookCost(lineId, line.AcceptedCost, difference, work.Actor))
            );
            if (kept is { Ok: true, Value: true })
                return difference;
            line.Sold(difference);
        }
        return Money.Zero;
    }

    private static Task<IResult> Pay(long id, PayBillRequest request, CommandRunner commands) =>
        ChangeAsync(id, commands, (bill, at) => bill.Pay(request.How, at), back: false);

    private static Task<IResult> Unpay(long id, CommandRunner commands) =>
        ChangeAsync(id, commands, (bill, _) => bill.TakePaymentBack(), back: true);

    private static Task<IResult> ChangeAsync(long id, CommandRunner commands, Func<SupplierBill, Instant, Result> change, bool back) =>
        commands.RunAsync<BillChanged>(async work =>
        {
            if (await work.Db.SupplierBills.FindAsync(id) is not { } bill)
                return Gone.SupplierBill;
            if (change(bill, work.Actor.At).Problem is { } problem)
                return problem;
            return await work.Db.BookAsync(work.Actor, () => PurchasePostings.Paid(bill, back)) is { } locked ? locked : Told(bill);
        });

    private static BillChanged Told(SupplierBill bill) => new(bill.Id, bill.Total.Amount, bill.Disputed.Amount, bill.Payable.Amount);

    private static async Task<IResult> OrderXmlAsync(long id, ShopDb db)
    {
        if (await PurchaseOrderEmail.ReadAsync(db, id) is not { } document)
            return Problems.Of(Gone.Purchase);
        var currency = await db.Shops.Select(s => s.Currency).SingleAsync();
        using var content = new MemoryStream();
        await UblOrder.Of(document, currency).SaveAsync(content, System.Xml.Linq.SaveOptions.None, CancellationToken.None);
        return Results.File(content.ToArray(), "application/xml", $"purchase-order-{document.Number}.xml");
    }
}
