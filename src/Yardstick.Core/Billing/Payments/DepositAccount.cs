using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>What stands on a deposit.</summary>
/// <param name="Deposit">The deposit.</param>
/// <param name="Payments">All payments that name it: money taken and given back, and what was applied to invoices.</param>
/// <param name="Charges">Its card charges.</param>
public sealed record DepositAccount(Deposit Deposit, IReadOnlyCollection<Payment> Payments, IReadOnlyCollection<CardCharge> Charges)
{
    /// <summary>What is left: money that came for it, less what invoices got of it.</summary>
    public Money Left => new(Payments.Sum(p => p.Method == PaymentMethod.Deposit ? -p.Amount.Cents : p.Amount.Cents));

    /// <summary>What can still be used: less the refunds that are under way.</summary>
    public Money Free =>
        new(Left.Cents + Charges.Where(c => c.State == CardChargeState.Pending && c.Amount.Cents < 0).Sum(c => c.Amount.Cents));

    /// <summary>
    /// Gives back of it: in cash or by check at once, or to the card that it came from. Refuses with <c>refund.none</c>,
    /// <c>refund.more</c>, <c>refund.card</c> and codes of figures.
    /// </summary>
    /// <param name="method">How.</param>
    /// <param name="amount">As typed; empty for all that is left.</param>
    /// <param name="actor">Who.</param>
    public Result<Refund> GiveBack(PaymentMethod method, string? amount, Actor actor)
    {
        if (Free.Cents <= 0)
            return new Problem("refund.none", "Nothing is left of this deposit.");
        var asked = PaymentInput.Amount(amount, Free, "amount");
        if (asked.Problem is { } bad)
            return bad;
        if (asked.Value.Cents > Free.Cents)
            return new Problem("refund.more", $"Only {Free} is left of this deposit.", "amount");
        if (method == PaymentMethod.Deposit)
            return new Problem("refund.none", "It is a deposit already. Choose cash, check or card.");
        if (method != PaymentMethod.Card)
            return new Refund(Payment.For(Deposit, method, -asked.Value, actor), null);
        var cards = Payments.Where(p => p.Method == PaymentMethod.Card).Sum(p => p.Amount.Cents);
        return asked.Value.Cents <= cards
            ? new Refund(null, CardCharge.ForDeposit(Deposit, -asked.Value, Money.Zero, actor))
            : new Problem("refund.card", $"Only {new Money(cards)} of it came by card; give the rest back in cash.", "amount");
    }

    /// <summary>A charge that the terminal made becomes a payment.</summary>
    /// <param name="charge">A charge of this deposit.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public Payment Charged(CardCharge charge, Instant utcNow) => charge.Made(Deposit.CustomerId, Deposit.OrderId, utcNow);
}
