using System.Linq.Expressions;

namespace Yardstick.Core.Purchasing;

/// <summary>A line of a purchase order.</summary>
public class PurchaseOrderLine
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>The purchase order.</summary>
    public long PurchaseOrderId { get; set; }
    /// <summary>The order line that it is for.</summary>
    public long LineId { get; set; }
    /// <summary>The repair order that it holds up.</summary>
    public long OrderId { get; set; }
    /// <summary>Catalog part, if it is one.</summary>
    public long? PartId { get; set; }
    /// <summary>Number.</summary>
    public required string PartNumber { get; set; }
    /// <summary>Description.</summary>
    public required string Description { get; set; }
    /// <summary>Units ordered.</summary>
    public decimal Quantity { get; set; }
    /// <summary>Units here.</summary>
    public decimal Received { get; set; }
    /// <summary>Cost each, as expected.</summary>
    public decimal UnitCost { get; set; }
    /// <summary>Called off, UTC; null while it stands.</summary>
    public DateTime? CancelledAt { get; set; }
    /// <summary>Why it was called off.</summary>
    public string CancelReason { get; set; } = "";

    /// <summary>Some of it has still to come.</summary>
    public static readonly Expression<Func<PurchaseOrderLine, bool>> IsAwaited = line => line.CancelledAt == null && line.Received < line.Quantity;

    /// <summary>Some of it has still to come.</summary>
    public bool Awaited => CancelledAt is null && Received < Quantity;
}
