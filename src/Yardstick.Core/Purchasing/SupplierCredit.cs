using Yardstick.Core.Values;

namespace Yardstick.Core.Purchasing;

/// <summary>A supplier's credit memo: what they give back for a return, or for what was billed and not accepted. Taken off a later bill.</summary>
public class SupplierCredit
{
    private const int LongestNumber = 60,
        LongestHow = 80;

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The supplier.</summary>
    public long SupplierId { get; init; }

    /// <summary>The supplier's number, 1 to 60 characters; no two of one supplier are alike.</summary>
    public required string Number { get; init; }

    /// <summary>The memo's own date.</summary>
    public LocalDate DatedOn { get; init; }

    /// <summary>What they give back, above zero.</summary>
    public Money Total { get; init; }

    /// <summary>The return that it is for; null for none.</summary>
    public long? PartReturnId { get; init; }

    /// <summary>The bill whose disputed amount it is for; null for none.</summary>
    public long? SupplierBillId { get; init; }

    /// <summary>When it was entered, UTC.</summary>
    public Instant EnteredAt { get; init; }

    /// <summary>When it was taken off a payment, UTC; null while it is open.</summary>
    public Instant? UsedAt { get; internal set; }

    /// <summary>How: the check that was the smaller, a refund.</summary>
    public string UsedHow { get; internal set; } = "";

    /// <summary>
    /// They give back what was disputed on a bill, or a part of it. Refuses with <c>credit.number</c>, <c>credit.twice</c>,
    /// <c>credit.nothing</c>, <c>credit.more</c> and codes of figures and dates.
    /// </summary>
    /// <param name="bill">The bill.</param>
    /// <param name="before">What was given back of it before.</param>
    /// <param name="taken">Another memo of the supplier has the number.</param>
    /// <param name="number">The supplier's number.</param>
    /// <param name="datedOn">The memo's date as typed; empty for today.</param>
    /// <param name="amount">As typed; empty for all that is disputed and open.</param>
    /// <param name="now">Wall time.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public static Result<SupplierCredit> OfBill(
        SupplierBill bill,
        Money before,
        bool taken,
        string? number,
        string? datedOn,
        string? amount,
        LocalDateTime now,
        Instant utcNow
    )
    {
        if ((number ?? "").Trim() is not { Length: > 0 and <= LongestNumber } said)
            return new Problem("credit.number", "Enter the number of the supplier's credit memo, up to 60 characters.", "number");
        if (taken)
            return new Problem("credit.twice", $"Credit memo {said} of this supplier is entered already.", "number");
        var open = bill.Disputed - before;
        if (open.Amount <= 0)
            return new Problem("credit.nothing", $"Nothing of bill {bill.Number} is disputed and open.");
        var day = string.IsNullOrWhiteSpace(datedOn) ? now.Date : DateTimeInput.Day(datedOn, now, "datedOn");
        if (day.Problem is { } noDay)
            return noDay;
        var typed = string.IsNullOrWhiteSpace(amount) ? open.Amount : NumberInput.Amount(amount, "amount", 2);
        if (typed.Problem is { } unreadable)
            return unreadable;
        var total = Money.Of(typed.Value);
        if (total.Amount <= 0 || total.Amount > open.Amount)
            return new Problem("credit.more", $"Between 0.01 and {open} is open of what was disputed.", "amount");
        return new SupplierCredit
        {
            SupplierId = bill.SupplierId,
            Number = said,
            DatedOn = day.Value,
            Total = total,
            SupplierBillId = bill.Id,
            EnteredAt = utcNow,
        };
    }

    /// <summary>They credited a return; null where it brought nothing.</summary>
    /// <param name="made">The return, credited.</param>
    /// <param name="on">The day.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public static SupplierCredit? OfReturn(PartReturn made, LocalDate on, Instant utcNow) =>
        made.Credited is { } credited && credited.Amount > 0
            ? new SupplierCredit
            {
                SupplierId = made.SupplierId,
                // What is no memo's number still says which return it was for.
                Number = Invariant($"{(made.Answer.Length is > 0 and <= 40 ? made.Answer : "no number")}, return {made.Number}"),
                DatedOn = on,
                Total = credited,
                PartReturnId = made.Id,
                EnteredAt = utcNow,
            }
            : null;

    /// <summary>It was taken off a payment. Refuses with <c>credit.used</c>, <c>text.long</c>.</summary>
    /// <param name="how">The check that was the smaller, a refund.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public Result Use(string? how, Instant utcNow)
    {
        if (UsedAt is not null)
            return new Problem("credit.used", $"Credit memo {Number} was used already.");
        if ((how ?? "").Trim() is not { Length: <= LongestHow } said)
            return TextInput.TooLong(LongestHow, "how", "This");
        (UsedAt, UsedHow) = (utcNow, said);
        return Result.Done;
    }

    /// <summary>It was not used after all.</summary>
    public void TakeBack() => (UsedAt, UsedHow) = (null, "");
}
