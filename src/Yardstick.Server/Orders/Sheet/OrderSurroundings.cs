using Yardstick.Core.Catalog;
using Yardstick.Core.Floor;
using Yardstick.Core.Purchasing;

namespace Yardstick.Server.Orders;

/// <summary>What lies around an order: its purchase orders, their suppliers, catalog parts, clocked time.</summary>
public sealed record OrderSurroundings(IReadOnlyList<PurchaseOrder> PartOrders, IReadOnlyDictionary<long, string> Suppliers, IReadOnlyDictionary<long, Part> Parts, IReadOnlyList<TimeEntry> Times)
{
    /// <summary>When the last awaited part comes, UTC.</summary>
    public DateTime? LastExpected => PartOrders.Where(p => p.IsOpen).Max(p => p.ExpectedAt);

    /// <summary>The latest purchase order of a line.</summary>
    public PurchaseOrder? OrderOf(long lineId) => PartOrders.LastOrDefault(p => p.Lines.Any(l => l.LineId == lineId));
}
