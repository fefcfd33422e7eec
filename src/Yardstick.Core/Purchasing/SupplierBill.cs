using Yardstick.Core.Values;

namespace Yardstick.Core.Purchasing;

/// <summary>A supplier's bill, held against what was received. Once entered, only that it was paid changes.</summary>
public class SupplierBill
{
    private const int LongestNumber = 60,
        LongestHow = 80;

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The supplier.</summary>
    public long SupplierId { get; init; }

    /// <summary>The supplier's number, 1 to 60 characters; no two of one supplier are alike.</summary>
    public string Number { get; init; } = "";

    /// <summary>The bill's own date.</summary>
    public LocalDate BilledOn { get; init; }

    /// <summary>When it is due.</summary>
    public LocalDate DueOn { get; init; }

    /// <summary>Freight on it.</summary>
    public Money Freight { get; init; }

    /// <summary>Tax on it.</summary>
    public Money Tax { get; init; }

    /// <summary>What the supplier asks for.</summary>
    public Money Total { get; internal set; }

    /// <summary>What the shop does not accept of it: more than came, or a price that was not agreed.</summary>
    public Money Disputed { get; internal set; }

    /// <summary>What has to be paid.</summary>
    public Money Payable => Total - Disputed;

    /// <summary>When it was entered, UTC.</summary>
    public Instant EnteredAt { get; init; }

    /// <summary>Who entered it.</summary>
    public long ById { get; init; }

    /// <summary>When it was marked paid, UTC; null before.</summary>
    public Instant? PaidAt { get; internal set; }

    /// <summary>How: a check's number, a transfer.</summary>
    public string PaidHow { get; internal set; } = "";

    /// <summary>What it bills.</summary>
    public List<SupplierBillLine> Lines { get; } = [];

    /// <summary>
    /// Begins a bill. Refuses with <c>bill.number</c>, <c>bill.twice</c>, <c>bill.due</c> and codes of figures and dates.
    /// </summary>
    /// <param name="supplierId">The supplier.</param>
    /// <param name="taken">Another bill of the supplier has the number.</param>
    /// <param name="typed">What was typed.</param>
    /// <param name="now">Wall time.</param>
    /// <param name="actor">Who.</param>
    public static Result<SupplierBill> Enter(long supplierId, bool taken, SupplierBillTyped typed, LocalDateTime now, Actor actor)
    {
        if ((typed.Number ?? "").Trim() is not { Length: > 0 and <= LongestNumber } number)
            return new Problem("bill.number", "Enter the supplier's bill number, up to 60 characters.", "number");
        if (taken)
            return new Problem("bill.twice", $"Bill {number} of this supplier is entered already.", "number");
        var billed = string.IsNullOrWhiteSpace(typed.BilledOn) ? now.Date : DateTimeInput.Day(typed.BilledOn, now, "billedOn");
        if (billed.Problem is { } noDay)
            return noDay;
        var due = string.IsNullOrWhiteSpace(typed.DueOn) ? billed.Value.PlusDays(30) : DateTimeInput.Day(typed.DueOn, now, "dueOn");
        if (due.Problem is { } noDue)
            return noDue;
        if (due.Value < billed.Value)
            return new Problem("bill.due", "The bill is due before it was written; check the dates.", "dueOn");
        var freight = AmountOrNone(typed.Freight, "freight");
        if (freight.Problem is { } noFreight)
            return noFreight;
        var tax = AmountOrNone(typed.Tax, "tax");
        if (tax.Problem is { } noTax)
            return noTax;
        return new SupplierBill
        {
            SupplierId = supplierId,
            Number = number,
            BilledOn = billed.Value,
            DueOn = due.Value,
            Freight = freight.Value,
            Tax = tax.Value,
            Total = freight.Value + tax.Value,
            EnteredAt = actor.At,
            ById = actor.StaffId,
        };
    }

    /// <summary>
    /// Bills units of a receipt. What is billed beyond what came and was not billed yet is disputed, and so is a higher price that the shop
    /// does not accept. Refuses with codes of figures.
    /// </summary>
    /// <param name="received">The receipt's line.</param>
    /// <param name="quantity">Units as typed; empty for all that were not billed.</param>
    /// <param name="unitCost">Cost each as typed; empty for the one received at.</param>
    /// <param name="accepts">The shop accepts the price.</param>
    public Result<SupplierBillLine> Add(ReceiptLine received, string? quantity, string? unitCost, bool accepts)
    {
        var units = string.IsNullOrWhiteSpace(quantity) ? received.Unbilled : Quantity.Parse(quantity);
        if (units.Problem is { } noUnits)
            return noUnits;
        var cost = string.IsNullOrWhiteSpace(unitCost) ? received.UnitCost : UnitPrice.Parse(unitCost, "unitCost");
        if (cost.Problem is { } noCost)
            return noCost;
        var matched = Quantity.Min(units.Value, received.Unbilled);
        var line = new SupplierBillLine
        {
            ReceiptLineId = received.Id,
            PartNumber = received.PartNumber,
            Description = received.Description,
            Quantity = units.Value,
            UnitCost = cost.Value,
            Matched = matched,
            AcceptedCost = accepts ? cost.Value : received.UnitCost,
            ReceivedCost = received.UnitCost,
            CoreEach = received.CoreEach,
        };
        received.Bill(matched);
        Lines.Add(line);
        Total += line.Amount;
        Disputed += line.Disputed;
        return line;
    }

    /// <summary>
    /// Bills work that was sent out. An accepted difference to what was agreed is cost of sales. Refuses with <c>sublet.billed</c> and
    /// codes of figures.
    /// </summary>
    /// <param name="work">The work.</param>
    /// <param name="unitCost">What is billed as typed; empty for what was agreed.</param>
    /// <param name="accepts">The shop accepts the price.</param>
    public Result<SupplierBillLine> Add(SubletWork work, string? unitCost, bool accepts)
    {
        if (work.SupplierBillId is not null || work.CalledOffAt is not null)
            return new Problem("sublet.billed", $"\"{work.Description}\" is billed already or was called off.", "lines");
        var cost = string.IsNullOrWhiteSpace(unitCost) ? work.UnitCost : UnitPrice.Parse(unitCost, "unitCost");
        if (cost.Problem is { } noCost)
            return noCost;
        var line = new SupplierBillLine
        {
            SubletWorkId = work.Id,
            PartNumber = "",
            Description = work.Description,
            Quantity = Quantity.One,
            UnitCost = cost.Value,
            Matched = Quantity.One,
            AcceptedCost = accepts ? cost.Value : work.UnitCost,
            ReceivedCost = work.UnitCost,
        };
        line.Sold(Money.Of(line.PriceDifference));
        work.SupplierBillId = Id;
        Lines.Add(line);
        Total += line.Amount;
        Disputed += line.Disputed;
        return line;
    }

    /// <summary>It was paid. Refuses with <c>bill.paid</c>, <c>text.long</c>.</summary>
    /// <param name="how">A check's number, a transfer.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public Result Pay(string? how, Instant utcNow)
    {
        if (PaidAt is not null)
            return new Problem("bill.paid", $"Bill {Number} is marked paid already.");
        if ((how ?? "").Trim() is not { Length: <= LongestHow } said)
            return TextInput.TooLong(LongestHow, "how", "This");
        (PaidAt, PaidHow) = (utcNow, said);
        return Result.Done;
    }

    /// <summary>It was not paid after all. Refuses with <c>bill.unpaid</c>.</summary>
    public Result TakePaymentBack()
    {
        if (PaidAt is null)
            return new Problem("bill.unpaid", $"Bill {Number} is not marked paid.");
        (PaidAt, PaidHow) = (null, "");
        return Result.Done;
    }

    private static Result<Money> AmountOrNone(string? text, string field)
    {
        if (string.IsNullOrWhiteSpace(text))
            return Money.Zero;
        var amount = NumberInput.Amount(text, field, 2);
        return amount.Problem is { } problem ? problem : Money.Of(amount.Value);
    }
}
