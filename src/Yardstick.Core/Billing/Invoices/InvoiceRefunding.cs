using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>Money of an invoice that goes back.</summary>
public sealed partial record InvoiceAccount
{
    /// <summary>What of a payment can still be given back: less what went back of it, and what is on its way.</summary>
    /// <param name="payment">A payment of this invoice.</param>
    public Money Refundable(Payment payment) =>
        payment.Amount.Cents <= 0
            ? Money.Zero
            : payment.Amount
                + Sum(Payments.Where(p => p.RefundsId == payment.Id).Select(p => p.Amount))
                + Sum(Charges.Where(c => c.State == CardChargeState.Pending && c.RefundsId == payment.Id).Select(c => c.Amount));

    /// <summary>
    /// Pays back what was paid too much, of the latest payment that it can be of: in cash or by check at once, or by a refund through the
    /// terminal of what came by card. Refuses with <c>refund.none</c> and <c>refund.card</c>.
    /// </summary>
    /// <param name="method">How.</param>
    /// <param name="actor">Who.</param>
    public Result<Refund> GiveBack(PaymentMethod method, Actor actor)
    {
        if (Surplus.Cents == 0)
            return new Problem("refund.none", "Nothing was paid too much on this invoice, or it is on its way back already.");
        var payment = RefundableFirst(method);
        if (method != PaymentMethod.Card)
            return new Refund(Payment.On(Invoice, method, -AtMost(Surplus, payment), actor, payment?.Id), null);
        return payment is { Method: PaymentMethod.Card }
            ? new Refund(null, CardCharge.Begin(Invoice.Id, -AtMost(Surplus, payment), actor, refundsId: payment.Id))
            : new Problem("refund.card", "Nothing of it came by card; give it back in cash.");
    }

    /// <summary>The payment that something is given back of: the latest of the same kind, else the latest of all.</summary>
    private Payment? RefundableFirst(PaymentMethod method) =>
        Payments
            .Where(p => Refundable(p).Cents > 0)
            .OrderByDescending(p => p.Method == method)
            .ThenByDescending(p => p.Id)
            .FirstOrDefault();

    private Money AtMost(Money amount, Payment? payment) =>
        payment is not null && Refundable(payment).Cents < amount.Cents ? Refundable(payment) : amount;

    /// <summary>What was paid too much stays with the shop as a deposit of the customer. Refuses with <c>refund.none</c> and
    /// <c>deposit.nobody</c>.</summary>
    /// <param name="actor">Who.</param>
    public Result<Deposit> Keep(Actor actor)
    {
        if (Surplus.Cents == 0)
            return new Problem("refund.none", "Nothing was paid too much on this invoice, or it is on its way back already.");
        if (Invoice.CustomerId is not { } customer)
            return new Problem("deposit.nobody", "Nobody is on file for this invoice, so nothing can be kept for them. Give it back.");
        return Deposit.LeftOver(customer, Invariant($"invoice {Invoice.Number}"), actor);
    }

    /// <summary>What goes from the invoice to the deposit that <see cref="Keep"/> made, once it has its key.</summary>
    /// <param name="deposit">The deposit.</param>
    /// <param name="actor">Who.</param>
    public Payment KeepOn(Deposit deposit, Actor actor) =>
        Payment.On(
            Invoice,
            PaymentMethod.Deposit,
            -Surplus,
            actor,
            Payments.Where(p => Refundable(p).Cents >= Surplus.Cents).MaxBy(p => p.Id)?.Id,
            deposit.Id
        );

    /// <summary>
    /// Gives a payment back, whole or in part, the way the money came; the balance is open again by that much. Refuses with
    /// <c>payment.gone</c>, <c>refund.more</c>, <c>charge.pending</c> and codes of figures.
    /// </summary>
    /// <param name="paymentId">The payment.</param>
    /// <param name="amount">As typed; empty for all of it.</param>
    /// <param name="actor">Who.</param>
    public Result<Refund> RefundOf(long paymentId, string? amount, Actor actor)
    {
        if (Payments.FirstOrDefault(p => p.Id == paymentId && p.Amount.Cents > 0) is not { } payment)
            return new Problem("payment.gone", "This payment was not found. Reload the page.");
        var left = Refundable(payment);
        if (left.Cents <= 0)
            return new Problem("refund.none", "All of this payment went back already, or is on its way.");
        var asked = PaymentInput.Amount(amount, left, "amount");
        if (asked.Problem is { } bad)
            return bad;
        return asked.Value.Cents > left.Cents
            ? new Problem("refund.more", $"Only {left} of this payment can be given back.", "amount")
            : Back(payment, asked.Value, actor);
    }

    /// <summary>Gives back what was paid too much, the way the money came, the latest first.</summary>
    /// <param name="actor">Who.</param>
    public IReadOnlyList<Refund> GiveBackAsItCame(Actor actor)
    {
        var (refunds, left) = (new List<Refund>(), Surplus.Cents);
        foreach (var payment in Payments.Where(p => p.Amount.Cents > 0).OrderByDescending(p => p.Id))
        {
            var back = Math.Min(left, Refundable(payment).Cents);
            if (back <= 0)
                continue;
            refunds.Add(Back(payment, new Money(back), actor));
            left -= back;
        }
        return refunds;
    }

    private Refund Back(Payment payment, Money amount, Actor actor) =>
        payment.Method == PaymentMethod.Card
            ? new Refund(null, CardCharge.Begin(Invoice.Id, -amount, actor, refundsId: payment.Id))
            : new Refund(Payment.On(Invoice, payment.Method, -amount, actor, payment.Id, payment.DepositId), null);
}
