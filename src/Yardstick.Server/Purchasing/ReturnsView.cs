using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Purchasing;

/// <summary>Returns, cores that are owed, and parts that nobody waits for any more.</summary>
public static class ReturnsView
{
    private const int Most = 60;

    /// <summary>How many days back parts are found that came; suppliers take nothing older.</summary>
    private const int Back = 365;

    /// <summary>A line of a return.</summary>
    public sealed record ReturnLineView(
        string PartNumber,
        string Description,
        decimal Quantity,
        decimal UnitCredit,
        PartReturnReason Reason
    );

    /// <summary>A return.</summary>
    public sealed record ReturnView
    {
        /// <summary>Key.</summary>
        public required long Id { get; init; }

        /// <summary>Number.</summary>
        public required long Number { get; init; }

        /// <summary>The supplier.</summary>
        public required string Supplier { get; init; }

        /// <summary>Where it is.</summary>
        public required PartReturnState State { get; init; }

        /// <summary>That in words.</summary>
        public required string StateText { get; init; }

        /// <summary>The supplier's authorization.</summary>
        public required string Authorization { get; init; }

        /// <summary>What is the matter.</summary>
        public required string Note { get; init; }

        /// <summary>What it should bring.</summary>
        public required decimal Expected { get; init; }

        /// <summary>What it brought; null before.</summary>
        public required decimal? Credited { get; init; }

        /// <summary>Their service said no, or did not answer, in words; empty when all is well.</summary>
        public required string Trouble { get; init; }

        /// <summary>Their service is asked by itself, for the authorization or for the credit.</summary>
        public required bool Asked { get; init; }

        /// <summary>Number of the credit memo, or why it was refused.</summary>
        public required string Answer { get; init; }

        /// <summary>When it was written, wall time.</summary>
        public required LocalDateTime CreatedAt { get; init; }

        /// <summary>What goes back.</summary>
        public required IReadOnlyList<ReturnLineView> Lines { get; init; }
    }

    /// <summary>A part that came and can go back.</summary>
    public sealed record ReturnableView(
        long ReceiptLineId,
        long SupplierId,
        string Supplier,
        long PurchaseNumber,
        long? OrderNumber,
        string PartNumber,
        string Description,
        decimal Quantity,
        decimal UnitCost,
        LocalDateTime CameAt
    );

    /// <summary>A core that a supplier gets back for its charge.</summary>
    /// <param name="ReceiptLineId">The receipt with which the new part came.</param>
    /// <param name="SupplierId">Who gets it.</param>
    /// <param name="Supplier">Their name.</param>
    /// <param name="OrderNumber">The repair order; null for stock.</param>
    /// <param name="PartNumber">The new part's number.</param>
    /// <param name="Description">The new part.</param>
    /// <param name="Quantity">Cores that did not go back yet.</param>
    /// <param name="Amount">What they bring.</param>
    /// <param name="AtHand">The old part is here: the work is done and nobody said that the customer keeps it.</param>
    /// <param name="Since">When the new part came.</param>
    /// <param name="DueOn">The last day on which the supplier takes it.</param>
    /// <param name="Overdue">That day is past.</param>
    /// <param name="GivenUp">Why it will never go back; empty while it is to.</param>
    public sealed record CoreOwedView(
        long ReceiptLineId,
        long SupplierId,
        string Supplier,
        long? OrderNumber,
        string PartNumber,
        string Description,
        decimal Quantity,
        decimal Amount,
        bool AtHand,
        LocalDateTime Since,
        LocalDate DueOn,
        bool Overdue,
        string GivenUp
    );

    /// <summary>A core that a customer was charged and can still bring, or that was given up.</summary>
    /// <param name="OrderId">The repair order.</param>
    /// <param name="LineId">The part on it.</param>
    /// <param name="OrderNumber">Its number.</param>
    /// <param name="Customer">Who was charged.</param>
    /// <param name="Description">The part.</param>
    /// <param name="Quantity">Cores.</param>
    /// <param name="Amount">Their charge before tax.</param>
    /// <param name="GivenUp">Nobody expects it any more.</param>
    public sealed record CustomerCoreView(
        long OrderId,
        long LineId,
        long OrderNumber,
        string Customer,
        string Description,
        decimal Quantity,
        decimal Amount,
        bool GivenUp
    );

    /// <summary>A part that is here or on the way and that nobody waits for.</summary>
    /// <param name="OrderId">The repair order that it was for.</param>
    /// <param name="OrderNumber">Its number.</param>
    /// <param name="LineId">The line.</param>
    /// <param name="Description">The part.</param>
    /// <param name="Number">Its number.</param>
    /// <param name="Quantity">Units.</param>
    /// <param name="Where">Here, or on which purchase order.</param>
    /// <param name="Why">Why nobody waits for it.</param>
    /// <param name="IsHere">It is here; otherwise it is on the way.</param>
    public sealed record LoosePartView(
        long OrderId,
        long OrderNumber,
        long LineId,
        string Description,
        string Number,
        decimal Quantity,
        string Where,
        string Why,
        bool IsHere
    );

    /// <summary>The page.</summary>
    public sealed record ReturnsPageView(
        IReadOnlyList<ReturnView> Returns,
        IReadOnlyList<CoreOwedView> Cores,
        IReadOnlyList<CustomerCoreView> CustomerCores,
        IReadOnlyList<LoosePartView> Loose
    );

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/part-returns", PageAsync).Asks(Permission.SeeParts).Produces<ReturnsPageView>();
        api.MapGet("/part-returns/returnable", ReturnableAsync).Asks(Permission.SeeParts).Produces<IReadOnlyList<ReturnableView>>();
    }

    private static async Task<IResult> PageAsync(ShopDb db, TimeProvider time)
    {
        var shop = await db.Shops.SingleAsync();
        var today = shop.Local(time.Now()).Date;
        var bySupplier = await db.Suppliers.ToDictionaryAsync(s => s.Id);
        var suppliers = bySupplier.ToDictionary(s => s.Key, s => s.Value.Name);
        var returns = await db.PartReturns.Include(r => r.Lines).Where(r => r.State < PartReturnState.Credited).ToListAsync();
        returns.AddRange(
            await db
                .PartReturns.Include(r => r.Lines)
                .Where(r => r.State >= PartReturnState.Credited)
                .OrderByDescending(r => r.Id)
                .Take(Most / 3)
                .ToListAsync()
        );
        var isToAsk = PartReturn.IsToAsk.Compile();
        return Results.Ok(
            new ReturnsPageView(
                returns.ConvertAll(r => new ReturnView
                {
                    Id = r.Id,
                    Number = r.Number,
                    Supplier = suppliers[r.SupplierId],
                    State = r.State,
                    StateText = PartReturn.StateName(r.State),
                    Authorization = r.Authorization,
                    Note = r.Note,
                    Expected = r.Expected.Amount,
                    Credited = r.Credited?.Amount,
                    Answer = r.Answer,
                    Trouble = r.Trouble,
                    Asked = isToAsk(r),
                    CreatedAt = shop.Local(r.CreatedAt),
                    Lines = r.Lines.ConvertAll(l => new ReturnLineView(
                        l.PartNumber,
                        l.Description,
                        l.Quantity.Value,
                        l.UnitCredit.Value,
                        l.Reason
                    )),
                }),
                await CoresAsync(db, shop, bySupplier, today),
                await CustomerCoresAsync(db),
                await LooseAsync(db, suppliers)
            )
        );
    }

    private static async Task<IReadOnlyList<CoreOwedView>> CoresAsync(
        ShopDb db,
        Core.Setup.Shop shop,
        Dictionary<long, Supplier> suppliers,
        LocalDate today
    )
    {
        var came = await CameWithAsync(db, db.OwedCores.Where(OwedCore.IsOwed));
        var givenUp = db.OwedCores.Where(c => c.GivenUpAt != null).OrderByDescending(c => c.GivenUpAt).Take(Most / 3);
        came.AddRange((await CameWithAsync(db, givenUp)).Where(c => c.Core.Left <= Quantity.Zero));
        var lineIds = came.Select(c => c.Line.LineId).OfType<long>().ToList();
        var lines = await db.Lines.OfType<PartLine>().Where(l => lineIds.Contains(l.Id)).ToDictionaryAsync(l => l.Id);
        var jobIds = lines.Values.Select(l => l.JobId).Distinct().ToList();
        var finished = (
            await db.Jobs.Where(j => jobIds.Contains(j.Id) && j.Progress == JobProgress.Finished).Select(j => j.Id).ToListAsync()
        ).ToHashSet();
        return came.ConvertAll(c =>
        {
            var line = c.Line.LineId is { } id ? lines.GetValueOrDefault(id) : null;
            var supplier = suppliers[c.SupplierId];
            var due = OwedCore.DueOn(shop.Local(c.At).Date, supplier);
            var units = c.Core.Left > Quantity.Zero ? c.Core.Left : c.Core.GivenUp;
            return new CoreOwedView(
                c.Line.Id,
                c.SupplierId,
                supplier.Name,
                c.OrderNumber,
                c.Line.PartNumber,
                c.Line.Description,
                units.Value,
                Money.Of(c.Line.CoreEach * units).Amount,
                line is not null
                    && (line.CoresBrought > Quantity.Zero || (line.CoresReturned > Quantity.Zero && finished.Contains(line.JobId))),
                shop.Local(c.At),
                due,
                due < today,
                c.Core.Left > Quantity.Zero ? "" : c.Core.Reason
            );
        });
    }

    private sealed record CoreCame(OwedCore Core, ReceiptLine Line, long SupplierId, Instant At, long? OrderNumber);

    private static Task<List<CoreCame>> CameWithAsync(ShopDb db, IQueryable<OwedCore> cores) =>
        (
            from core in cores
            join line in db.ReceiptLines on core.ReceiptLineId equals line.Id
            join receipt in db.Receipts on line.ReceiptId equals receipt.Id
            orderby core.Id
            select new CoreCame(
                core,
                line,
                receipt.SupplierId,
                receipt.At,
                db.Orders.Where(o => o.Id == line.OrderId).Select(o => (long?)o.Number).FirstOrDefault()
            )
        ).ToListAsync();

    private static async Task<IReadOnlyList<CustomerCoreView>> CustomerCoresAsync(ShopDb db)
    {
        var lines = await db
            .Lines.OfType<PartLine>()
            .Where(l => l.CoreDeposit > EF.Constant(UnitPrice.Zero) && l.CoresReturned < l.Quantity)
            .OrderByDescending(l => l.Id)
            .Take(4 * Most)
            .ToListAsync();
        var jobIds = lines.Select(l => l.JobId).Distinct().ToList();
        // The jobs by their keys first: most orders are posted, so that their state finds nothing.
        var approved = await db
            .Jobs.Where(j => jobIds.Contains(j.Id) && j.Decision == DecisionKind.Approved && j.RemovedAt == null)
            .Select(j => new { j.Id, j.OrderId })
            .ToListAsync();
        var orderIds = approved.Select(j => j.OrderId).Distinct().ToList();
        var orders = await db
            .Orders.Where(o => orderIds.Contains(o.Id))
            .Select(o => new
            {
                o.Id,
                o.Number,
                o.CustomerId,
                o.State,
            })
            .ToDictionaryAsync(o => o.Id);
        var jobs = approved.Where(j => orders[j.OrderId].State == OrderState.Posted).ToDictionary(j => j.Id, j => orders[j.OrderId]);
        var rows = lines
            .Where(l =>
                l is { RemovedAt: null, IsExcluded: false }
                && l.CoresOutstanding + l.CoresGivenUp > Quantity.Zero
                && jobs.ContainsKey(l.JobId)
            )
            .Select(l => (Line: l, Order: jobs[l.JobId]))
            .OrderBy(r => r.Line.CoresGivenUp > Quantity.Zero)
            .Take(Most)
            .ToList();
        var customerIds = rows.Select(r => r.Order.CustomerId).OfType<long>().Distinct().ToList();
        var customers = await db.Customers.Where(c => customerIds.Contains(c.Id)).IgnoreAutoIncludes().ToDictionaryAsync(c => c.Id);
        return rows.ConvertAll(r =>
        {
            var left = r.Line.CoresOutstanding + r.Line.CoresGivenUp;
            return new CustomerCoreView(
                r.Order.Id,
                r.Line.Id,
                r.Order.Number,
                r.Order.CustomerId is { } id ? customers[id].DisplayName : "Counter sale",
                r.Line.Description,
                left.Value,
                Money.Of(r.Line.CoreDeposit * left).Amount,
                r.Line.CoresGivenUp > Quantity.Zero
            );
        });
    }

    private static async Task<IReadOnlyList<LoosePartView>> LooseAsync(ShopDb db, Dictionary<long, string> suppliers)
    {
        var here = await (
            from line in db.Lines.OfType<PartLine>()
            join job in db.Jobs on line.JobId equals job.Id
            join order in db.Orders on job.OrderId equals order.Id
            where order.State == OrderState.Open && line.ReceivedQuantity > Quantity.Zero
            where
                line.ReceivedQuantity > line.Quantity
                || line.RemovedAt != null
                || line.IsExcluded
                || job.RemovedAt != null
                || job.Decision != DecisionKind.Approved
            select new
            {
                Line = line,
                Job = job,
                Order = order,
            }
        ).ToListAsync();
        var open = await db
            .PurchaseOrders.Where(p => p.State < PurchaseOrderState.Refused)
            .Select(p => new
            {
                p.Id,
                p.Number,
                p.SupplierId,
            })
            .ToDictionaryAsync(p => p.Id);
        var coming = await (
            from part in db.PurchaseOrderLines.Where(PurchaseOrderLine.IsAwaited).Where(l => open.Keys.Contains(l.PurchaseOrderId))
            join line in db.Lines.OfType<PartLine>() on part.LineId equals (long?)line.Id
            join job in db.Jobs on line.JobId equals job.Id
            join order in db.Orders on job.OrderId equals order.Id
            where
                order.State != OrderState.Open
                || line.RemovedAt != null
                || line.IsExcluded
                || job.RemovedAt != null
                || job.Decision != DecisionKind.Approved
            select new
            {
                Part = part,
                Line = line,
                Job = job,
                Order = order,
            }
        ).ToListAsync();
        return
        [
            .. here.Select(h => new LoosePartView(
                h.Order.Id,
                h.Order.Number,
                h.Line.Id,
                h.Line.Description,
                h.Line.Number,
                LoosePart.Units(h.Job, h.Line).Value,
                "Here",
                LoosePart.Why(h.Order, h.Job, h.Line),
                true
            )),
            .. coming.Select(c => new LoosePartView(
                c.Order.Id,
                c.Order.Number,
                c.Line.Id,
                c.Part.Description,
                c.Part.PartNumber,
                c.Part.Open.Value,
                $"PO {open[c.Part.PurchaseOrderId].Number}, {suppliers[open[c.Part.PurchaseOrderId].SupplierId]}",
                LoosePart.Why(c.Order, c.Job, c.Line),
                false
            )),
        ];
    }

    private static async Task<IResult> ReturnableAsync(ShopDb db, TimeProvider time, string? text)
    {
        var shop = await db.Shops.SingleAsync();
        var since = time.Now() - Duration.FromDays(Back);
        var suppliers = await db.Suppliers.ToDictionaryAsync(s => s.Id, s => s.Name);
        var came =
            from receipt in db.Receipts
            join line in db.ReceiptLines on receipt.Id equals line.ReceiptId
            where receipt.At > since
            join purchase in db.PurchaseOrders on receipt.PurchaseOrderId equals purchase.Id
            select new
            {
                Line = line,
                receipt.SupplierId,
                receipt.At,
                purchase.Number,
                OrderNumber = db.Orders.Where(o => o.Id == line.OrderId).Select(o => (long?)o.Number).FirstOrDefault(),
            };
        foreach (var word in (text ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries).Take(4))
        {
            var pattern = LikePattern.Containing(word);
            var number = long.TryParse(word, System.Globalization.CultureInfo.InvariantCulture, out var typed) ? typed : -1;
            came = came.Where(c =>
                EF.Functions.Like(c.Line.PartNumber, pattern, "\\")
                || EF.Functions.Like(c.Line.Description, pattern, "\\")
                || c.Number == number
                || c.OrderNumber == number
            );
        }
        var rows = await came.OrderByDescending(c => c.At).Take(Most).ToListAsync();
        var gone = await db.GoneBackAsync(rows.ConvertAll(r => r.Line.Id));
        return Results.Ok(
            rows.Select(r => (r, Left: r.Line.Quantity - gone.GetValueOrDefault(r.Line.Id)))
                .Where(x => x.Left > Quantity.Zero)
                .Select(x => new ReturnableView(
                    x.r.Line.Id,
                    x.r.SupplierId,
                    suppliers[x.r.SupplierId],
                    x.r.Number,
                    x.r.OrderNumber,
                    x.r.Line.PartNumber,
                    x.r.Line.Description,
                    x.Left.Value,
                    x.r.Line.UnitCost.Value,
                    shop.Local(x.r.At)
                ))
                .ToList()
        );
    }
}
