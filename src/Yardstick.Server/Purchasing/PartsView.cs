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
    public sealed record NeededPartView(
        long LineId,
        long OrderId,
        long OrderNumber,
        string Plate,
        string Vehicle,
        string Job,
        string Description,
        string Number,
        decimal Quantity,
        decimal UnitCost,
        long SupplierId,
        LocalDateTime? PromisedAt
    );

    /// <summary>A supplier.</summary>
    public sealed record SupplierView(long Id, string Name, string Phone, SupplierOrderWay Way, IReadOnlyList<SupplierBranchView> Branches);

    /// <summary>A branch of a supplier that can be ordered from.</summary>
    public sealed record SupplierBranchView(long Id, string Name);

    /// <summary>A line of a purchase order.</summary>
    public sealed record PurchaseLineView(
        long Id,
        long OrderId,
        long OrderNumber,
        string Plate,
        string Description,
        string Number,
        decimal Quantity,
        decimal Received,
        decimal UnitCost,
        bool Awaited,
        decimal Open
    );

    /// <summary>A purchase order.</summary>
    public sealed record PurchaseView(
        long Id,
        long Number,
        string Supplier,
        string Branch,
        string SupplierPhone,
        PurchaseOrderState State,
        string StateText,
        string SupplierReference,
        Instant? ExpectedAt,
        string Trouble,
        Instant CreatedAt,
        int Tries,
        SupplierOrderWay Way,
        IReadOnlyList<PurchaseLineView> Lines
    );

    /// <summary>The parts page.</summary>
    public sealed record PartsPageView(
        IReadOnlyList<NeededPartView> Needed,
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
            (db, _) => ReadAsync(db)
        );

    private static async Task<PartsPageView> ReadAsync(ShopDb db)
    {
        var suppliers = await db.Suppliers.Include(s => s.Branches).OrderBy(s => s.Id).ToListAsync();
        var offered = suppliers.FindAll(s => s.RetiredAt is null);
        var needed = await NeededAsync(db, offered);
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
        var orderIds = open.Concat(lately).SelectMany(p => p.Lines).Select(l => l.OrderId).Distinct().ToList();
        var orders = await db
            .Orders.Where(o => orderIds.Contains(o.Id))
            .Select(o => new
            {
                o.Id,
                o.Number,
                Plate = db.Vehicles.Where(v => v.Id == o.VehicleId).Select(v => v.Plate).FirstOrDefault(),
            })
            .ToDictionaryAsync(o => o.Id);
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
            return new PurchaseView(
                p.Id,
                p.Number,
                supplier.Name,
                branch?.Name ?? "",
                branch is { Phone.Length: > 0 } ? branch.Phone : supplier.Phone,
                p.State,
                PurchaseOrder.StateName(p.State),
                p.SupplierReference,
                p.ExpectedAt,
                email is null ? p.Trouble : PurchaseOrder.EmailTrouble(email.State, email.Trouble, supplier),
                p.CreatedAt,
                p.Tries,
                p.Way,
                p.Lines.ConvertAll(l => new PurchaseLineView(
                    l.Id,
                    l.OrderId,
                    orders[l.OrderId].Number,
                    orders[l.OrderId].Plate.Text,
                    l.Description,
                    l.PartNumber,
                    l.Quantity.Value,
                    l.Received.Value,
                    l.UnitCost.Value,
                    p.IsOpen && l.Awaited,
                    p.IsOpen ? l.Open.Value : 0
                ))
            );
        }
        return new PartsPageView(
            needed,
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

    private static async Task<IReadOnlyList<NeededPartView>> NeededAsync(ShopDb db, List<Supplier> suppliers)
    {
        var rows = await (
            from needed in db.NeededParts()
            let line = needed.Line
            let job = needed.Job
            let order = needed.Order
            join car in db.Vehicles on order.VehicleId equals (long?)car.Id into cars
            from car in cars.DefaultIfEmpty()
            orderby order.PromisedAt, order.Id, line.Id
            select new
            {
                Line = line,
                JobTitle = job.Title,
                order.Id,
                order.Number,
                order.PromisedAt,
                order.CounterSale,
                Plate = (Plate?)car!.Plate,
                car.Make,
                car.Model,
                SupplierId = db.Parts.Where(p => p.Id == line.PartId).Select(p => p.SupplierId).FirstOrDefault(),
            }
        ).ToListAsync();
        return rows.ConvertAll(r => new NeededPartView(
            r.Line.Id,
            r.Id,
            r.Number,
            r.Plate?.Text ?? "",
            r.Plate is null ? Order.NoVehicleWords(r.CounterSale) : $"{r.Make} {r.Model}".Trim(),
            r.JobTitle,
            r.Line.Description,
            r.Line.Number,
            (r.Line.Quantity - r.Line.ReceivedQuantity).Value,
            r.Line.UnitCost.Value,
            PartNeed.SupplierOf(r.Line, r.SupplierId, suppliers),
            r.PromisedAt
        ));
    }
}
