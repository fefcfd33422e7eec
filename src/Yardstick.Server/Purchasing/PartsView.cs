using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Live;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Purchasing;

/// <summary>What is needed, and what is on the way.</summary>
public static class PartsView
{
    /// <summary>A part that approved work needs and nobody ordered.</summary>
    public sealed record NeededPartView
    {
        /// <summary>The line.</summary>
        public required long LineId { get; init; }

        /// <summary>Its repair order.</summary>
        public required long OrderId { get; init; }

        /// <summary>Number of that.</summary>
        public required long OrderNumber { get; init; }

        /// <summary>Plate; empty where there is none.</summary>
        public required string Plate { get; init; }

        /// <summary>The vehicle in words.</summary>
        public required string Vehicle { get; init; }

        /// <summary>The job.</summary>
        public required string Job { get; init; }

        /// <summary>The part.</summary>
        public required string Description { get; init; }

        /// <summary>Its number; empty where the line has no source yet.</summary>
        public required string Number { get; init; }

        /// <summary>Units that nobody has and nobody ordered.</summary>
        public required decimal Quantity { get; init; }

        /// <summary>Units of it that are here or kept already.</summary>
        public required decimal Here { get; init; }

        /// <summary>Cost each on the estimate.</summary>
        public required decimal UnitCost { get; init; }

        /// <summary>Who it is ordered from unless somebody chooses another; 0 where the shop has nobody.</summary>
        public required long SupplierId { get; init; }

        /// <summary>Promised time; null for none.</summary>
        public required LocalDateTime? PromisedAt { get; init; }

        /// <summary>The vehicle was promised for today or before, or its owner waits.</summary>
        public required bool Urgent { get; init; }

        /// <summary>What a supplier said of it last; empty where it was never ordered.</summary>
        public required string Refused { get; init; }

        /// <summary>Other orders for which the same part is kept.</summary>
        public required IReadOnlyList<KeptElsewhereView> Elsewhere { get; init; }
    }

    /// <summary>Stock of a part that is kept for another order.</summary>
    public sealed record KeptElsewhereView(long LineId, long OrderNumber, string Plate, decimal Quantity, LocalDateTime? PromisedAt);

    /// <summary>Approved work of a sublet line: to be sent out, or with its vendor.</summary>
    public sealed record SubletView
    {
        /// <summary>The line.</summary>
        public required long LineId { get; init; }

        /// <summary>Its repair order.</summary>
        public required long OrderId { get; init; }

        /// <summary>Number of that.</summary>
        public required long OrderNumber { get; init; }

        /// <summary>Plate; empty where there is none.</summary>
        public required string Plate { get; init; }

        /// <summary>What is done.</summary>
        public required string Description { get; init; }

        /// <summary>What it is to cost.</summary>
        public required decimal UnitCost { get; init; }

        /// <summary>Promised time; null for none.</summary>
        public required LocalDateTime? PromisedAt { get; init; }

        /// <summary>The work that is out; null before it was sent.</summary>
        public required long? SubletId { get; init; }

        /// <summary>The vendor; empty before.</summary>
        public required string Supplier { get; init; }

        /// <summary>When it was sent, UTC; null before.</summary>
        public required Instant? SentAt { get; init; }

        /// <summary>When it is to be back, UTC; null where nobody said.</summary>
        public required Instant? ExpectedAt { get; init; }

        /// <summary>It should be back by now.</summary>
        public required bool Late { get; init; }

        /// <summary>For the vendor.</summary>
        public required string Note { get; init; }
    }

    /// <summary>A supplier.</summary>
    public sealed record SupplierView(long Id, string Name, string Phone, SupplierOrderWay Way, IReadOnlyList<SupplierBranchView> Branches);

    /// <summary>A branch of a supplier that can be ordered from.</summary>
    public sealed record SupplierBranchView(long Id, string Name);

    /// <summary>A line of a purchase order.</summary>
    public sealed record PurchaseLineView
    {
        /// <summary>Key.</summary>
        public required long Id { get; init; }

        /// <summary>The repair order; null for stock.</summary>
        public required long? OrderId { get; init; }

        /// <summary>Its number; null for stock.</summary>
        public required long? OrderNumber { get; init; }

        /// <summary>The line of the repair order; null for stock.</summary>
        public required long? LineId { get; init; }

        /// <summary>Plate; empty where there is none.</summary>
        public required string Plate { get; init; }

        /// <summary>The part.</summary>
        public required string Description { get; init; }

        /// <summary>Its number.</summary>
        public required string Number { get; init; }

        /// <summary>Units ordered.</summary>
        public required decimal Quantity { get; init; }

        /// <summary>Units here.</summary>
        public required decimal Received { get; init; }

        /// <summary>Cost each, as ordered.</summary>
        public required decimal UnitCost { get; init; }

        /// <summary>Some of it has still to come.</summary>
        public required bool Awaited { get; init; }

        /// <summary>Units still to come.</summary>
        public required decimal Open { get; init; }

        /// <summary>What the supplier made of it, in words; empty before they said anything.</summary>
        public required string StateText { get; init; }

        /// <summary>When it comes, UTC; null where nobody said it of this line.</summary>
        public required Instant? ExpectedAt { get; init; }

        /// <summary>The supplier will not send it, and its repair order still needs it.</summary>
        public required bool ToReplace { get; init; }

        /// <summary>It was refused or called off and is not here; somebody with the right can receive it all the same.</summary>
        public required bool NotComing { get; init; }

        /// <summary>The supplier is being asked to cancel it.</summary>
        public required bool Cancelling { get; init; }
    }

    /// <summary>A purchase order.</summary>
    public sealed record PurchaseView
    {
        /// <summary>Key.</summary>
        public required long Id { get; init; }

        /// <summary>Number.</summary>
        public required long Number { get; init; }

        /// <summary>Name of the supplier.</summary>
        public required string Supplier { get; init; }

        /// <summary>Its branch; empty for none.</summary>
        public required string Branch { get; init; }

        /// <summary>Telephone.</summary>
        public required string SupplierPhone { get; init; }

        /// <summary>Where it is.</summary>
        public required PurchaseOrderState State { get; init; }

        /// <summary>That in words.</summary>
        public required string StateText { get; init; }

        /// <summary>The supplier's reference.</summary>
        public required string SupplierReference { get; init; }

        /// <summary>When it comes, UTC.</summary>
        public required Instant? ExpectedAt { get; init; }

        /// <summary>What is wrong, in words; empty when all is well.</summary>
        public required string Trouble { get; init; }

        /// <summary>When it was written, UTC.</summary>
        public required Instant CreatedAt { get; init; }

        /// <summary>Tries to hand it over.</summary>
        public required int Tries { get; init; }

        /// <summary>How it reaches the supplier.</summary>
        public required SupplierOrderWay Way { get; init; }

        /// <summary>Bought and paid in cash.</summary>
        public required bool PaidInCash { get; init; }

        /// <summary>For the supplier or the driver.</summary>
        public required string Message { get; init; }

        /// <summary>When and how it should come.</summary>
        public required string Delivery { get; init; }

        /// <summary>Receipts of it, the latest last.</summary>
        public required IReadOnlyList<long> Receipts { get; init; }

        /// <summary>Its lines.</summary>
        public required IReadOnlyList<PurchaseLineView> Lines { get; init; }
    }

    /// <summary>The parts page.</summary>
    public sealed record PartsPageView(
        IReadOnlyList<NeededPartView> Needed,
        IReadOnlyList<SubletView> Sublets,
        IReadOnlyList<PurchaseView> OnTheWay,
        IReadOnlyList<PurchaseView> Lately,
        IReadOnlyList<SupplierView> Suppliers
    );

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet("/parts", (ReadModel<PartsPageView> parts, HttpContext http) => parts.AnswerAsync(http))
            .Asks(Permission.SeeParts)
            .Produces<PartsPageView>()
            .Produces(304);

    /// <summary>Parts are the same for everybody: one computation serves all screens.</summary>
    internal static ReadModel<PartsPageView> Model(IServiceProvider services) =>
        new(
            services,
            new Topic(TopicKind.Parts),
            new HashSet<TopicKind> { TopicKind.Parts, TopicKind.Orders, TopicKind.Vehicle, TopicKind.Setup },
            TimeSpan.FromSeconds(20),
            (db, now) => ReadAsync(db, now)
        );

    private static async Task<PartsPageView> ReadAsync(ShopDb db, Instant now)
    {
        var today = (await db.Shops.SingleAsync()).Local(now).Date;
        var suppliers = await db.Suppliers.Include(s => s.Branches).OrderBy(s => s.Id).ToListAsync();
        var offered = suppliers.FindAll(s => s.RetiredAt is null);
        var needed = await NeededAsync(db, offered, today);
        // In the order in which they were placed: a list that jumps when a supplier answers takes the focus away.
        var open = await db
            .PurchaseOrders.Include(p => p.Lines)
            .Where(p => p.State < PurchaseOrderState.Refused)
            .OrderBy(p => p.Id)
            .ToListAsync();
        var lately = await db
            .PurchaseOrders.Include(p => p.Lines)
            .Where(p => p.State >= PurchaseOrderState.Refused)
            .OrderByDescending(p => p.Id)
            .Take(8)
            .ToListAsync();
        var orderIds = open.Concat(lately).SelectMany(p => p.Lines).Select(l => l.OrderId).OfType<long>().Distinct().ToList();
        var orders = await db
            .Orders.Where(o => orderIds.Contains(o.Id))
            .Select(o => new
            {
                o.Id,
                o.Number,
                Plate = db.Vehicles.Where(v => v.Id == o.VehicleId).Select(v => v.Plate).FirstOrDefault(),
            })
            .ToDictionaryAsync(o => o.Id);
        var purchaseIds = open.Concat(lately).Select(p => p.Id).ToList();
        var receipts = (
            await db.Receipts.Where(r => purchaseIds.Contains(r.PurchaseOrderId)).Select(r => new { r.PurchaseOrderId, r.Id }).ToListAsync()
        ).ToLookup(r => r.PurchaseOrderId, r => r.Id);
        var waiting = needed.Select(n => n.LineId).ToHashSet();
        var emails = open.Concat(lately).Select(p => p.MessageId).OfType<long>().ToList();
        var sent = await db
            .Messages.Where(m => emails.Contains(m.Id))
            .Select(m => new
            {
                m.Id,
                m.State,
                m.Trouble,
            })
            .ToDictionaryAsync(m => m.Id);
        PurchaseView Of(PurchaseOrder p)
        {
            var supplier = suppliers.First(s => s.Id == p.SupplierId);
            var branch = supplier.Branches.Find(b => b.Id == p.BranchId);
            var email = p is { IsOpen: true, MessageId: { } message } ? sent[message] : null;
            return new PurchaseView
            {
                Id = p.Id,
                Number = p.Number,
                Supplier = supplier.Name,
                Branch = branch?.Name ?? "",
                SupplierPhone = branch is { Phone.Length: > 0 } ? branch.Phone : supplier.Phone,
                State = p.State,
                StateText = p is { PaidInCash: true, IsOpen: true } ? "Bought, paid in cash" : PurchaseOrder.StateName(p.State),
                SupplierReference = p.SupplierReference,
                ExpectedAt = p.ExpectedAt,
                Trouble = email is null ? p.Trouble : PurchaseOrder.EmailTrouble(email.State, email.Trouble, supplier),
                CreatedAt = p.CreatedAt,
                Tries = p.Tries,
                Way = p.Way,
                PaidInCash = p.PaidInCash,
                Message = p.Message,
                Delivery = p.Delivery,
                Receipts = [.. receipts[p.Id].Order()],
                Lines = p.Lines.ConvertAll(l => new PurchaseLineView
                {
                    Id = l.Id,
                    OrderId = l.OrderId,
                    OrderNumber = l.OrderId is { } of ? orders[of].Number : null,
                    LineId = l.LineId,
                    Plate = l.OrderId is { } on ? orders[on].Plate.Text : "",
                    Description = l.Description,
                    Number = l.PartNumber,
                    Quantity = l.Quantity.Value,
                    Received = l.Received.Value,
                    UnitCost = l.UnitCost.Value,
                    Awaited = p.IsOpen && l.Awaited,
                    Open = p.IsOpen ? l.Open.Value : 0,
                    StateText = l.CancelledAt is null ? l.StateText : "Called off",
                    ExpectedAt = l.ExpectedAt,
                    ToReplace = l.IsRefused && l.LineId is { } line && waiting.Contains(line),
                    NotComing = (l.IsRefused || l.CancelledAt is not null) && l.Received < l.Quantity,
                    Cancelling = p.ToCancel.Contains(l),
                }),
            };
        }
        return new PartsPageView(
            needed,
            await SubletsAsync(db, suppliers, now),
            open.ConvertAll(Of),
            lately.ConvertAll(Of),
            offered.ConvertAll(s => new SupplierView(
                s.Id,
                s.Name,
                s.Phone,
                s.Way,
                [
                    .. s
                        .Branches.Where(b => b.RetiredAt is null)
                        .OrderBy(b => b.Name, StringComparer.OrdinalIgnoreCase)
                        .Select(b => new SupplierBranchView(b.Id, b.Name)),
                ]
            ))
        );
    }

    private static async Task<IReadOnlyList<NeededPartView>> NeededAsync(ShopDb db, List<Supplier> suppliers, LocalDate today)
    {
        var needed = await db.NeededPartsAsync();
        var vehicleIds = needed.Select(n => n.Order.VehicleId).OfType<long>().Distinct().ToList();
        var vehicles = await db.Vehicles.Where(v => vehicleIds.Contains(v.Id)).ToDictionaryAsync(v => v.Id);
        var partIds = needed.Select(n => n.Line.PartId).OfType<long>().Distinct().ToList();
        var usual = await db.Parts.Where(p => partIds.Contains(p.Id)).ToDictionaryAsync(p => p.Id, p => p.SupplierId);
        var kept = await KeptAsync(db, partIds);
        var lineIds = needed.ConvertAll(n => n.Line.Id);
        var refused = (
            await db
                .PurchaseOrderLines.Where(l =>
                    l.LineId != null && lineIds.Contains(l.LineId.Value) && l.State >= PurchaseLineState.NotAvailable
                )
                .Join(db.PurchaseOrders, l => l.PurchaseOrderId, p => p.Id, (l, p) => new { Line = l, p.SupplierId })
                .ToListAsync()
        )
            .GroupBy(r => r.Line.LineId!.Value)
            .ToDictionary(g => g.Key, g => g.MaxBy(r => r.Line.Id)!);
        return needed.ConvertAll(n =>
        {
            var vehicle = n.Order.VehicleId is { } id ? vehicles.GetValueOrDefault(id) : null;
            var said = refused.GetValueOrDefault(n.Line.Id);
            return new NeededPartView
            {
                LineId = n.Line.Id,
                OrderId = n.Order.Id,
                OrderNumber = n.Order.Number,
                Plate = vehicle?.Plate.Text ?? "",
                Vehicle = vehicle is null ? Order.NoVehicleWords(n.Order.CounterSale) : $"{vehicle.Make} {vehicle.Model}".Trim(),
                Job = n.Job.Title,
                Description = n.Line.Description,
                Number = n.Line.Number,
                Quantity = n.Missing.Value,
                Here = (n.Line.ReceivedQuantity + n.Line.ReservedQuantity).Value,
                UnitCost = n.Line.UnitCost.Value,
                SupplierId = PartNeed.SupplierOf(n.Line, n.Line.PartId is { } part ? usual.GetValueOrDefault(part) : null, suppliers),
                PromisedAt = n.Order.PromisedAt,
                Urgent = n.Order.IsUrgent(today),
                Refused =
                    said is null || said.Line.PartNumber != n.Line.Number
                        ? ""
                        : $"{suppliers.Find(s => s.Id == said.SupplierId)?.Name}: {said.Line.StateText.ToLowerInvariant()}",
                Elsewhere = n.Line.PartId is { } of ? [.. kept[of].Where(k => k.LineId != n.Line.Id)] : [],
            };
        });
    }

    private static async Task<IReadOnlyList<SubletView>> SubletsAsync(ShopDb db, List<Supplier> suppliers, Instant now)
    {
        var rows = await (
            from order in db.Orders
            join job in db.Jobs.Where(j => j.RemovedAt == null && j.Decision == DecisionKind.Approved) on order.Id equals job.OrderId
            join line in db.Lines.OfType<SubletLine>().Where(l => l.RemovedAt == null && !l.IsExcluded) on job.Id equals line.JobId
            where order.State == OrderState.Open
            orderby order.PromisedAt == null, order.PromisedAt, order.Id, line.Id
            select new
            {
                Line = line,
                Order = order,
                Plate = db.Vehicles.Where(v => v.Id == order.VehicleId).Select(v => v.Plate).FirstOrDefault(),
            }
        ).ToListAsync();
        var lineIds = rows.ConvertAll(r => r.Line.Id);
        var sent = await db.SubletWork.Where(s => lineIds.Contains(s.LineId) && s.CalledOffAt == null).ToDictionaryAsync(s => s.LineId);
        return rows.Where(r => sent.GetValueOrDefault(r.Line.Id) is null or { IsOut: true })
            .Select(r =>
            {
                var work = sent.GetValueOrDefault(r.Line.Id);
                return new SubletView
                {
                    LineId = r.Line.Id,
                    OrderId = r.Order.Id,
                    OrderNumber = r.Order.Number,
                    Plate = r.Plate.Text,
                    Description = r.Line.Description,
                    UnitCost = r.Line.UnitCost.Value,
                    PromisedAt = r.Order.PromisedAt,
                    SubletId = work?.Id,
                    Supplier = work is null ? "" : suppliers.First(s => s.Id == work.SupplierId).Name,
                    SentAt = work?.SentAt,
                    ExpectedAt = work?.ExpectedAt,
                    Late = work?.ExpectedAt < now,
                    Note = work?.Note ?? "",
                };
            })
            .ToList();
    }

    private static async Task<ILookup<long, KeptElsewhereView>> KeptAsync(ShopDb db, List<long> partIds)
    {
        var rows = await (
            from line in db.Lines.OfType<PartLine>()
            join job in db.Jobs on line.JobId equals job.Id
            join order in db.Orders on job.OrderId equals order.Id
            where line.PartId != null && partIds.Contains(line.PartId.Value) && line.ReservedQuantity > Quantity.Zero
            where order.State == OrderState.Open
            select new
            {
                PartId = line.PartId!.Value,
                line.Id,
                order.Number,
                Plate = db.Vehicles.Where(v => v.Id == order.VehicleId).Select(v => v.Plate).FirstOrDefault(),
                line.ReservedQuantity,
                order.PromisedAt,
            }
        ).ToListAsync();
        return rows.ToLookup(
            r => r.PartId,
            r => new KeptElsewhereView(r.Id, r.Number, r.Plate.Text, r.ReservedQuantity.Value, r.PromisedAt)
        );
    }
}
