using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Catalog;
using Yardstick.Core.Floor;
using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Schedule;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;

namespace Yardstick.Server.Orders;

/// <summary>
/// What lies around an order's jobs: purchase orders, their suppliers, catalog parts, planned and clocked time, photos on lines.
/// </summary>
public sealed record OrderSurroundings
{
    /// <summary>Purchase orders with a line for the order, by key.</summary>
    public required IReadOnlyList<PurchaseOrder> PartOrders { get; init; }

    /// <summary>Names of suppliers.</summary>
    public required IReadOnlyDictionary<long, string> Suppliers { get; init; }

    /// <summary>Catalog parts that are on the order.</summary>
    public required IReadOnlyDictionary<long, Part> Parts { get; init; }

    /// <summary>Clocked time.</summary>
    public required IReadOnlyList<TimeEntry> Times { get; init; }

    /// <summary>Planned work.</summary>
    public required IReadOnlyList<PlannedWork> Planned { get; init; }

    /// <summary>How many photos lines have.</summary>
    public required IReadOnlyDictionary<long, int> Photos { get; init; }

    /// <summary>Work of its sublet lines that was sent out, the latest last.</summary>
    public required IReadOnlyList<SubletWork> Sublets { get; init; }

    /// <summary>The latest purchase order of a line.</summary>
    public PurchaseOrder? OrderOf(long lineId) => PartOrders.LastOrDefault(p => p.Lines.Any(l => l.LineId == lineId));

    /// <summary>The day as far as it concerns the order.</summary>
    public DayPlan Day(Shop shop, Instant utcNow) => new(shop, utcNow, Planned, Times, PartOrders);

    /// <summary>Reads it.</summary>
    internal static async Task<OrderSurroundings> ReadAsync(ShopDb db, Order order)
    {
        var lines = order.Jobs.SelectMany(j => j.Lines).ToList();
        var lineIds = lines.ConvertAll(l => l.Id);
        var partIds = lines.OfType<PartLine>().Select(l => l.PartId).OfType<long>().Distinct().ToList();
        var partOrders = await db.PurchasesFor(order.Id).OrderBy(p => p.Id).ToListAsync();
        var sublets = lines.Exists(l => l is SubletLine)
            ? await db.SubletWork.Where(s => s.OrderId == order.Id && s.CalledOffAt == null).OrderBy(s => s.Id).ToListAsync()
            : [];
        var supplierIds = partOrders.Select(p => p.SupplierId).Concat(sublets.Select(s => s.SupplierId)).Distinct().ToList();
        return new OrderSurroundings
        {
            PartOrders = partOrders,
            Sublets = sublets,
            Suppliers =
                supplierIds.Count == 0
                    ? new Dictionary<long, string>()
                    : await db.Suppliers.Where(s => supplierIds.Contains(s.Id)).ToDictionaryAsync(s => s.Id, s => s.Name),
            Parts =
                partIds.Count == 0
                    ? new Dictionary<long, Part>()
                    : await db.Parts.Where(p => partIds.Contains(p.Id)).ToDictionaryAsync(p => p.Id),
            Times = await db.TimeEntries.Where(t => t.OrderId == order.Id).ToListAsync(),
            Planned = await db.PlannedWork.Where(p => p.OrderId == order.Id).ToListAsync(),
            Photos = await db
                .Files.Where(f => f.Kind == RecordKind.Line && f.RemovedAt == null && lineIds.Contains(f.TargetId))
                .GroupBy(f => f.TargetId)
                .Select(g => new { g.Key, Count = g.Count() })
                .ToDictionaryAsync(g => g.Key, g => g.Count),
        };
    }
}
