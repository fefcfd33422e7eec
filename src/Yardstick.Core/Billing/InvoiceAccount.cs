using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>What stands on one invoice: what was paid, what is under way at the card terminal, and so what may be taken or has to go back.</summary>
/// <param name="Invoice">The invoice.</param>
/// <param name="Reversed">It was taken back whole: nothing is owed on it any more.</param>
/// <param name="Payments">All its payments and refunds.</param>
/// <param name="Charges">All its card charges.</param>
public sealed record InvoiceAccount(Invoice Invoice, bool Reversed, IReadOnlyCollection<Payment> Payments, IReadOnlyCollection<CardCharge> Charges)
{
    /// <summary>What came, less what went back.</summary>
    public Money Paid => Sum(Payments.Select(p => p.Amount));

    /// <summary>What is still owed; below zero where too much was paid.</summary>
    public Money Balance => (Reversed ? Money.Zero : Invoice.Total) - Paid;

    /// <summary>What was paid beyond what is owed, less the refunds that are under way.</summary>
    public Money Surplus
    {
        get
        {
            var open = -Balance + Sum(Charges.Where(c => c.State == CardChargeState.Pending && c.Amount.Cents < 0).Select(c => c.Amount));
            return open.Cents > 0 ? open : Money.Zero;
        }
    }

    /// <summary>The charge that is neither known to be made nor not; null where none is.</summary>
    public CardCharge? PendingCharge => Charges.FirstOrDefault(c => c.State == CardChargeState.Pending && c.Amount.Cents > 0);

    /// <summary>Takes cash: what is owed is kept, the rest is change.</summary>
    /// <param name="tendered">What was handed over, as typed.</param>
    /// <param name="despiteCharge">Somebody chose to take cash although a charge is open; if it turns out to be made, it is given back.</param>
    /// <param name="actor">Who takes it.</param>
    public Result<Payment> TakeCash(string? tendered, bool despiteCharge, Actor actor)
    {
        if (PendingCharge is { } open && !despiteCharge)
        {
            return new Problem("charge.pending",
                $"A card charge of {open.Amount} is not settled; look it up first, or take cash knowing that the charge is given back if it was made.");
        }
        return Payment.Cash(Invoice, Balance, tendered, actor.StaffId, actor.At);
    }

    /// <summary>Begins a charge of what is owed. While one is open it is that one: never two at a time.</summary>
    /// <param name="actor">Who begins it.</param>
    public Result<CardCharge> BeginCharge(Actor actor)
    {
        if (Balance.Cents <= 0) return new Problem("payment.paid", "Nothing is owed on this invoice.");
        return PendingCharge ?? CardCharge.Begin(Invoice.Id, Balance, actor);
    }

    /// <summary>Whether a charge may still go to the terminal: not when the invoice was paid otherwise meanwhile.</summary>
    /// <param name="charge">A charge that was never handed over, or a refund.</param>
    public bool MayGo(CardCharge charge) => charge.Amount.Cents < 0 || charge.Amount.Cents <= Balance.Cents;

    /// <summary>Pays back what was paid too much: in cash at once, or by a refund through the terminal.</summary>
    /// <param name="method">How.</param>
    /// <param name="actor">Who.</param>
    public Result<(Payment? Cash, CardCharge? Refund)> GiveBack(PaymentMethod method, Actor actor)
    {
        if (Surplus.Cents == 0) return new Problem("refund.none", "Nothing was paid too much on this invoice, or it is on its way back already.");
        if (method == PaymentMethod.Card) return (null, CardCharge.Begin(Invoice.Id, -Surplus, actor));
        var payment = new Payment
        {
            OrderId = Invoice.OrderId,
            InvoiceId = Invoice.Id,
            Method = PaymentMethod.Cash,
            Amount = -Surplus,
            At = actor.At,
            ById = actor.StaffId,
        };
        return (payment, null);
    }

    private static Money Sum(IEnumerable<Money> amounts) => new(amounts.Sum(a => a.Cents));
}
