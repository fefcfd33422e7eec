using System.Linq.Expressions;

namespace Yardstick.Core.Purchasing;

/// <summary>An order to a supplier for parts of one repair order.</summary>
public class PurchaseOrder
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>Number that the supplier sees.</summary>
    public long Number { get; set; }
    /// <summary>The supplier.</summary>
    public long SupplierId { get; set; }
    /// <summary>Where it is.</summary>
    public PurchaseOrderState State { get; set; }
    /// <summary>Sent with every try, so that the supplier takes it once.</summary>
    public Guid IdempotencyKey { get; set; }
    /// <summary>The supplier's own reference; what its status depends on, never typed over.</summary>
    public string SupplierReference { get; set; } = "";
    /// <summary>When it is expected, UTC.</summary>
    public DateTime? ExpectedAt { get; set; }
    /// <summary>What went wrong last, in words; empty when all is well.</summary>
    public string Trouble { get; set; } = "";
    /// <summary>When it was written, UTC.</summary>
    public DateTime CreatedAt { get; set; }
    /// <summary>Who ordered.</summary>
    public long ById { get; set; }
    /// <summary>Tries to hand it over so far.</summary>
    public int Tries { get; set; }
    /// <summary>Its lines.</summary>
    public List<PurchaseOrderLine> Lines { get; } = [];

    /// <summary>The supplier has not refused it and nobody called it off.</summary>
    public static readonly Expression<Func<PurchaseOrder, bool>> Stands = order => order.State != PurchaseOrderState.Refused && order.State != PurchaseOrderState.Cancelled;

    /// <summary>True while parts of it may still come.</summary>
    public bool IsOpen => State is not (PurchaseOrderState.Refused or PurchaseOrderState.Received or PurchaseOrderState.Cancelled);

    /// <summary>Calls parts off that are still to come; with the last one the whole order. The supplier is told by telephone.</summary>
    /// <param name="lineIds">Lines of this purchase order.</param>
    /// <param name="reason">Why, and who at the supplier agreed.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public Result Cancel(IReadOnlyCollection<long> lineIds, string? reason, DateTime utcNow)
    {
        if (!IsOpen) return new Problem("purchase.closed", $"Purchase order {Number} is {StateName(State).ToLowerInvariant()}; nothing of it can be called off.");
        if (string.IsNullOrWhiteSpace(reason) || reason.Length > 200)
            return new Problem("purchase.reason", "Say in at most 200 characters why, and who at the supplier agreed.", "reason");
        var lines = Lines.Where(l => lineIds.Contains(l.Id) && l.Awaited).ToList();
        if (lines.Count == 0) return new Problem("purchase.here", "These parts are here or were called off already; look at the list again.");
        foreach (var line in lines) (line.CancelledAt, line.CancelReason) = (utcNow, reason.Trim());
        Settle();
        return Result.Done;
    }

    /// <summary>All that was still to come is here or was called off: the order is done.</summary>
    public void Settle()
    {
        if (Lines.Any(l => l.Awaited)) return;
        State = Lines.Any(l => l.Received > 0) ? PurchaseOrderState.Received : PurchaseOrderState.Cancelled;
        Trouble = "";
    }

    /// <summary>The supplier answered.</summary>
    public void Answered(PurchaseOrderState state, string reference, DateTime? expectedAt)
    {
        if (State is PurchaseOrderState.Received) return;
        if (State is PurchaseOrderState.Cancelled)
        {
            if (state != PurchaseOrderState.Refused) Trouble = "The supplier took it although it was called off here; tell them by telephone.";
            return;
        }
        State = state;
        if (SupplierReference.Length == 0) SupplierReference = reference;
        ExpectedAt = expectedAt ?? ExpectedAt;
        Trouble = state == PurchaseOrderState.Refused ? "The supplier will not send it; replace the part or take it off." : "";
    }

    /// <summary>What the state is called.</summary>
    public static string StateName(PurchaseOrderState state) => state switch
    {
        PurchaseOrderState.Sending => "Not sent yet",
        PurchaseOrderState.Placed => "Placed",
        PurchaseOrderState.Confirmed => "Confirmed",
        PurchaseOrderState.Shipped => "Shipped",
        PurchaseOrderState.Delayed => "Delayed",
        PurchaseOrderState.Refused => "None to be had",
        PurchaseOrderState.Cancelled => "Called off",
        _ => "Received",
    };
}
