using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
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
        IReadOnlyList<PartRequestsView.PartRequestView> Requests,
        IReadOnlyList<NeededView.NeededPartView> Needed,
        IReadOnlyList<SubletsView.SubletView> Sublets,
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
        var needed = await NeededView.ReadAsync(db, offered, today);
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
            await PartRequestsView.ReadAsync(db),
            needed,
            await SubletsView.ReadAsync(db, suppliers, now),
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
}
