using System.Globalization;
using System.Linq.Expressions;
using Yardstick.Core.Orders;
using Yardstick.Core.Setup;

namespace Yardstick.Core.Parts;

/// <summary>A part that the shop knows, with its stock.</summary>
public class Part
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>Number by which it is ordered.</summary>
    public required string Number { get; set; }
    /// <summary>What it is.</summary>
    public required string Description { get; set; }
    /// <summary>Category, which chooses markup bands and companions.</summary>
    public string Category { get; set; } = "";
    /// <summary>Cost at the last receipt, each, 4 decimals.</summary>
    public decimal UnitCost { get; set; }
    /// <summary>Weighted average cost, each, 4 decimals.</summary>
    public decimal AverageCost { get; set; }
    /// <summary>The maker's list price, each.</summary>
    public decimal? ListPrice { get; set; }
    /// <summary>Core deposit, each.</summary>
    public decimal CoreEach { get; set; }
    /// <summary>On the shelf.</summary>
    public decimal OnHand { get; set; }
    /// <summary>Kept for approved work.</summary>
    public decimal Reserved { get; set; }
    /// <summary>Reorder at or below this.</summary>
    public decimal LowestLevel { get; set; }
    /// <summary>Fill up to this.</summary>
    public decimal FillLevel { get; set; }
    /// <summary>Where it lies.</summary>
    public string Bin { get; set; } = "";
    /// <summary>Who usually supplies it.</summary>
    public long? SupplierId { get; set; }

    /// <summary>Unit in which it is counted: qt, gal, pt, lb; empty for pieces.</summary>
    public string Unit { get; set; } = "";
    /// <summary>Brand.</summary>
    public string Brand { get; set; } = "";
    /// <summary>new, used or rebuilt; empty where nobody said.</summary>
    public string Condition { get; set; } = "";
    /// <summary>Numbers of makers and others for the same part, separated by spaces.</summary>
    public string Equivalents { get; set; } = "";
    /// <summary>On the short list of the everyday ones.</summary>
    public bool Everyday { get; set; }
    /// <summary>When its cost was last heard, UTC; null where nobody knows.</summary>
    public DateTime? CostAt { get; set; }
    /// <summary>Withdrawn from the catalog, UTC; null while it is offered.</summary>
    public DateTime? WithdrawnAt { get; set; }
    /// <summary>What must come along with it, besides what comes with its category.</summary>
    public List<PartCompanion> Companions { get; } = [];

    /// <summary>On hand and not kept for anyone.</summary>
    public decimal Free => OnHand - Reserved;

    /// <summary>How much is free and where it lies: <c>4 qt free, B2</c>.</summary>
    public string FreeWords => Free > 0 ? string.Create(CultureInfo.InvariantCulture, $"{Free:0.##}{(Unit.Length > 0 ? " " : "")}{Unit} free, {Bin}") : "none free";

    /// <summary>A cost that was heard longer ago than this, in days, is said to be old.</summary>
    public const int FreshDays = 60;

    /// <summary>Age of its cost in whole months once that is old; null while it is fresh or unknown.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    public int? CostMonths(DateTime utcNow) => CostAt is { } at && (utcNow - at).TotalDays > FreshDays ? (int)((utcNow - at).TotalDays / 30) : null;

    /// <summary>Which of its costs counts.</summary>
    /// <param name="which">The policy's choice.</param>
    public decimal Cost(StockCost which) => which == StockCost.Average ? AverageCost : UnitCost;

    /// <summary>A supplier's part that the shop never had, as it joins the catalog.</summary>
    /// <param name="offer">The offer.</param>
    /// <param name="supplierId">Who offers it.</param>
    public static Part Of(SupplierOffer offer, long supplierId) => new()
    {
        Number = offer.Number,
        Description = offer.Description,
        Category = offer.Category,
        SupplierId = supplierId,
        // Catalogs end a description with what it is counted in.
        Unit = offer.Description.Split(' ')[^1] switch { "quart" => "qt", "gallon" => "gal", "pint" => "pt", "pound" => "lb", _ => "" },
    };

    /// <summary>A part that came for an order and that the shop never had, as it joins the catalog.</summary>
    public static Part Of(Line line) => new()
    {
        Number = line.Number,
        Description = line.Description,
        Category = line.Category,
        Unit = line.Unit,
        Brand = line.Brand,
        Condition = line.Condition,
        ListPrice = line.ListPrice,
        CoreEach = line.CoreEach,
        Equivalents = line.MakersNumber,
    };

    /// <summary>Takes over what a supplier says of it. What lies on the shelf keeps the cost that it was bought at.</summary>
    /// <param name="offer">The offer.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public void Hear(SupplierOffer offer, DateTime utcNow)
    {
        if (OnHand <= 0) (UnitCost, AverageCost) = (offer.UnitCost, offer.UnitCost);
        (ListPrice, CoreEach, Brand, Condition, CostAt) = (offer.ListPrice, offer.CoreEach, offer.Brand, offer.Condition, utcNow);
        if (Equivalents.Length == 0) Equivalents = offer.MakersNumber;
    }

    /// <summary>Takes a receipt into stock; the average follows (rules, section 6).</summary>
    public void Receive(decimal quantity, decimal unitCost)
    {
        AverageCost = OnHand <= 0 ? unitCost
            : decimal.Round((OnHand * AverageCost + quantity * unitCost) / (OnHand + quantity), 4, MidpointRounding.AwayFromZero);
        OnHand += quantity;
        UnitCost = unitCost;
    }
}

/// <summary>Somebody who sells parts to the shop.</summary>
public class Supplier
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>Short name under which its service is reached.</summary>
    public required string Code { get; set; }
    /// <summary>Name.</summary>
    public required string Name { get; set; }
    /// <summary>Telephone, for when its service does not answer.</summary>
    public string Phone { get; set; } = "";
}

/// <summary>Why stock moved.</summary>
public enum StockMovementKind
{
    /// <summary>Counted or brought in at the start.</summary>
    Count,
    /// <summary>Received into stock.</summary>
    Receipt,
    /// <summary>Received for an order.</summary>
    ReceiptForOrder,
    /// <summary>Given to an order from stock.</summary>
    Issue,
    /// <summary>Came back with a reversed invoice.</summary>
    Return,
}

/// <summary>A movement of stock. Only added to.</summary>
public class StockMovement
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>The part; null for one that is not in the catalog.</summary>
    public long? PartId { get; set; }
    /// <summary>The order line that it was for.</summary>
    public long? LineId { get; set; }
    /// <summary>Why.</summary>
    public StockMovementKind Kind { get; set; }
    /// <summary>Units, negative when they left.</summary>
    public decimal Quantity { get; set; }
    /// <summary>Cost each.</summary>
    public decimal UnitCost { get; set; }
    /// <summary>When, UTC.</summary>
    public DateTime At { get; set; }
    /// <summary>Who; null for the start.</summary>
    public long? ById { get; set; }
}

/// <summary>Where a purchase order is.</summary>
public enum PurchaseOrderState
{
    /// <summary>Written down here, not known to have reached the supplier.</summary>
    Sending,
    /// <summary>The supplier has it.</summary>
    Placed,
    /// <summary>The supplier said when it comes.</summary>
    Confirmed,
    /// <summary>On the way.</summary>
    Shipped,
    /// <summary>Later than was said.</summary>
    Delayed,
    /// <summary>The supplier will not send it.</summary>
    Refused,
    /// <summary>All of it is here.</summary>
    Received,
    /// <summary>Called off before it came.</summary>
    Cancelled,
}

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

/// <summary>Something that comes along with one part of the catalog.</summary>
public class PartCompanion
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>The part.</summary>
    public long PartId { get; set; }
    /// <summary>Short name, by which a job waives it.</summary>
    public required string Code { get; set; }
    /// <summary>What the customer reads.</summary>
    public string Label { get; set; } = "";
    /// <summary>Labor, part or fee.</summary>
    public Pricing.AmountKind Kind { get; set; }
    /// <summary>Price for each unit.</summary>
    public decimal AmountPerUnit { get; set; }
    /// <summary>Hours for each unit, of labor.</summary>
    public decimal HoursPerUnit { get; set; }
    /// <summary>Cost of each unit, of a part or fee.</summary>
    public decimal CostPerUnit { get; set; }
    /// <summary>False where no tax is on it.</summary>
    public bool Taxable { get; set; } = true;
    /// <summary>Money held for somebody else.</summary>
    public bool PassThrough { get; set; }

    /// <summary>As pricing takes it.</summary>
    /// <param name="partNumber">The part that it comes with.</param>
    public Pricing.CompanionRule Rule(string partNumber) => new()
    {
        Code = Code,
        Label = Label,
        Category = partNumber,
        Kind = Kind,
        AmountPerUnit = AmountPerUnit,
        HoursPerUnit = HoursPerUnit,
        CostPerUnit = CostPerUnit,
        Taxable = Taxable,
        PassThrough = PassThrough,
    };
}

/// <summary>A fee that the shop charges by name; one held for somebody else is kept apart for remittance by its code.</summary>
public class FeeItem
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>Code by which it is remitted.</summary>
    public required string Code { get; set; }
    /// <summary>What the customer reads.</summary>
    public required string Label { get; set; }
    /// <summary>Amount each.</summary>
    public decimal Amount { get; set; }
    /// <summary>What it costs the shop, each.</summary>
    public decimal CostEach { get; set; }
    /// <summary>Money held for somebody else.</summary>
    public bool PassThrough { get; set; }
    /// <summary>False where no tax is on it.</summary>
    public bool Taxable { get; set; } = true;
    /// <summary>Taken off, UTC; null while it is offered.</summary>
    public DateTime? RemovedAt { get; set; }
}
