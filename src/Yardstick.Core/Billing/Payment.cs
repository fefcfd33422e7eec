using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>Money that came (positive) or went back (negative). Only added to.</summary>
public class Payment
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The order.</summary>
    public long OrderId { get; init; }

    /// <summary>The invoice.</summary>
    public long InvoiceId { get; init; }

    /// <summary>How.</summary>
    public PaymentMethod Method { get; init; }

    /// <summary>Amount; negative for a refund.</summary>
    public Money Amount { get; init; }

    /// <summary>Cash handed over.</summary>
    public Money Tendered { get; init; }

    /// <summary>Cash handed back.</summary>
    public Money Change { get; init; }

    /// <summary>The card charge that it records.</summary>
    public long? CardChargeId { get; init; }

    /// <summary>When, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>Who took it.</summary>
    public long ById { get; init; }

    /// <summary>Takes cash for an invoice: what is owed of it is kept, the rest is change.</summary>
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

    /// <summary>Cash that is handed back.</summary>
    /// <param name="invoice">The invoice.</param>
    /// <param name="amount">How much, above zero.</param>
    /// <param name="actor">Who hands it back.</param>
    internal static Payment CashBack(Invoice invoice, Money amount, Actor actor) =>
        new()
        {
            OrderId = invoice.OrderId,
            InvoiceId = invoice.Id,
            Method = PaymentMethod.Cash,
            Amount = -amount,
            At = actor.At,
            ById = actor.StaffId,
        };
}
