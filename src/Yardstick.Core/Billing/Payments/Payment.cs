using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>Money that came (positive) or went back (negative). Only added to.</summary>
public class Payment
{
    private const int LongestCheck = 30;

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>Whose money it is; null for somebody unknown over the counter.</summary>
    public long? CustomerId { get; init; }

    /// <summary>The order; null for what was left over.</summary>
    public long? OrderId { get; init; }

    /// <summary>The invoice that it pays; null for a deposit.</summary>
    public long? InvoiceId { get; init; }

    /// <summary>The deposit that it makes, gives back or uses; null for a payment of an invoice alone.</summary>
    public long? DepositId { get; init; }

    /// <summary>How.</summary>
    public PaymentMethod Method { get; init; }

    /// <summary>Amount without tip; negative for a refund. Of a deposit that is applied: what the invoice got of it.</summary>
    public Money Amount { get; init; }

    /// <summary>What came on top for the people who did the work.</summary>
    public Money Tip { get; init; }

    /// <summary>Cash handed over.</summary>
    public Money Tendered { get; init; }

    /// <summary>Cash handed back.</summary>
    public Money Change { get; init; }

    /// <summary>Number of the check; empty otherwise.</summary>
    public string CheckNumber { get; init; } = "";

    /// <summary>The card charge that it records.</summary>
    public long? CardChargeId { get; init; }

    /// <summary>The payment that it gives back of; null for a payment.</summary>
    public long? RefundsId { get; init; }

    /// <summary>One for all parts of money that was paid over several invoices at once; null for a single payment.</summary>
    public Guid? Together { get; init; }

    /// <summary>When, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>Who took it.</summary>
    public long ById { get; init; }

    /// <summary>Takes cash for an invoice: what is owed of it is kept, the rest is change.</summary>
    /// <param name="invoice">The invoice.</param>
    /// <param name="owed">The most that is kept.</param>
    /// <param name="tendered">What was handed over, as typed.</param>
    /// <param name="byId">Who takes it.</param>
    /// <param name="at">When, UTC.</param>
    public static Result<Payment> Cash(Invoice invoice, Money owed, string? tendered, long byId, Instant at)
    {
        var amount = NumberInput.Amount(tendered, "tendered");
        if (amount.Problem is { } problem)
            return problem;
        var given = Money.Of(amount.Value);
        if (given.Cents <= 0)
            return new Problem("payment.amount", "Enter the cash received.", "tendered");
        if (owed.Cents <= 0)
            return new Problem("payment.paid", "There is no balance due on this invoice.", "tendered");
        var kept = given.Cents < owed.Cents ? given : owed;
        return new Payment
        {
            CustomerId = invoice.CustomerId,
            OrderId = invoice.OrderId,
            InvoiceId = invoice.Id,
            Method = PaymentMethod.Cash,
            Amount = kept,
            Tendered = given,
            Change = given - kept,
            ById = byId,
            At = at,
        };
    }

    /// <summary>The number of a check as it is kept. Refuses with <c>payment.check</c>.</summary>
    /// <param name="typed">As typed.</param>
    public static Result<string> CheckNumberOf(string? typed) =>
        (typed ?? "").Trim() is { Length: > 0 and <= LongestCheck } number
            ? number
            : new Problem("payment.check", "Enter the number of the check, up to 30 characters.", "checkNumber");

    /// <summary>Money on an invoice, or with a negative amount back.</summary>
    internal static Payment On(
        Invoice invoice,
        PaymentMethod method,
        Money amount,
        Actor actor,
        long? refundsId = null,
        long? depositId = null,
        string checkNumber = "",
        Guid? together = null
    ) =>
        new()
        {
            CustomerId = invoice.CustomerId,
            OrderId = invoice.OrderId,
            InvoiceId = invoice.Id,
            DepositId = depositId,
            Method = method,
            Amount = amount,
            CheckNumber = checkNumber,
            RefundsId = refundsId,
            Together = together,
            At = actor.At,
            ById = actor.StaffId,
        };

    /// <summary>Money for a deposit, or with a negative amount back.</summary>
    internal static Payment For(Deposit deposit, PaymentMethod method, Money amount, Actor actor, string checkNumber = "") =>
        new()
        {
            CustomerId = deposit.CustomerId,
            OrderId = deposit.OrderId,
            DepositId = deposit.Id,
            Method = method,
            Amount = amount,
            CheckNumber = checkNumber,
            At = actor.At,
            ById = actor.StaffId,
        };
}
