using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>
/// What stands on one invoice: what was paid, what is under way at the card terminal, and so what may be taken or has to go back.
/// </summary>
/// <param name="Invoice">The invoice.</param>
/// <param name="Reversed">It was taken back whole: nothing is owed on it any more.</param>
/// <param name="Payments">All its payments and refunds.</param>
/// <param name="Charges">All its card charges.</param>
public sealed record InvoiceAccount(
    Invoice Invoice,
    bool Reversed,
    IReadOnlyCollection<Payment> Payments,
    IReadOnlyCollection<CardCharge> Charges
)
{
    /// <summary>What came, less what went back.</summary>
    public Money Paid => Sum(Payments.Select(p => p.Amount));

    /// <summary>What is still owed; below zero where too much was paid.</summary>
    public Money Balance => Reversed ? -Paid : Invoice.Balance(Paid);

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
    /// <param name="despiteCharge">Somebody chose to take cash although a charge is open; if it turns out to be made, it is given
    /// back.</param>
    /// <param name="actor">Who takes it.</param>
    public Result<Payment> TakeCash(string? tendered, bool despiteCharge, Actor actor)
    {
        if (PendingCharge is { } open && !despiteCharge)
        {
            return new Problem(
                "charge.pending",
                $"A card charge of {open.Amount} is not confirmed. Look it up first, or take cash: the charge is refunded if it was made."
            );
        }
        return Payment.Cash(Invoice, Balance, tendered, actor.StaffId, actor.At);
    }

    /// <summary>Begins a charge of what is owed. While one is open it is that one: never two at a time.</summary>
    /// <param name="actor">Who begins it.</param>
    public Result<CardCharge> BeginCharge(Actor actor)
    {
        if (Balance.Cents <= 0)
            return new Problem("payment.paid", "There is no balance due on this invoice.");
        return PendingCharge ?? CardCharge.Begin(Invoice.Id, Balance, actor);
    }

    /// <summary>Whether a charge may still go to the terminal: not when the invoice was paid otherwise meanwhile.</summary>
    /// <param name="charge">A charge that was never handed over, or a refund.</param>
    internal bool MayGo(CardCharge charge) => charge.Amount.Cents < 0 || charge.Amount.Cents <= Balance.Cents;

    /// <summary>Pays back what was paid too much: in cash at once, or by a refund through the terminal.</summary>
    /// <param name="method">How.</param>
    /// <param name="actor">Who.</param>
    public Result<(Payment? Cash, CardCharge? Refund)> GiveBack(PaymentMethod method, Actor actor)
    {
        if (Surplus.Cents == 0)
            return new Problem("refund.none", "Nothing was paid too much on this invoice, or it is on its way back already.");
        if (method == PaymentMethod.Card)
            return (null, CardCharge.Begin(Invoice.Id, -Surplus, actor));
        return (Payment.CashBack(Invoice, Surplus, actor), null);
    }

    private static Money Sum(IEnumerable<Money> amounts) => new(amounts.Sum(a => a.Cents));

    /// <summary>Lets a charge go to the terminal, unless it comes too late or is not owed any more; it is called off then.</summary>
    /// <param name="charge">A charge of this invoice that was never handed over.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public void HandOver(CardCharge charge, Instant utcNow)
    {
        if (charge.IsTooLate(utcNow))
            charge.CallOffLate();
        else if (MayGo(charge))
            charge.HandOver(utcNow);
        else
            charge.CallOff();
    }

    /// <summary>A charge that the terminal made becomes a payment.</summary>
    /// <param name="charge">A charge of this invoice.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public Payment Charged(CardCharge charge, Instant utcNow) =>
        new()
        {
            OrderId = Invoice.OrderId,
            InvoiceId = Invoice.Id,
            Method = PaymentMethod.Card,
            Amount = charge.Amount,
            CardChargeId = charge.Id,
            At = utcNow,
            ById = charge.ById,
        };

    /// <summary>Whether anything can be paid on it; refused with <c>invoice.reversed</c>.</summary>
    public Result Payable() =>
        Reversed ? new Problem("invoice.reversed", "This invoice was reversed; there is no balance due.") : Result.Done;

    /// <summary>Takes the whole invoice back: a credit note of the same figures, and whatever was paid goes back the way it came.</summary>
    /// <param name="reason">Why, 1 to 500 characters.</param>
    /// <param name="number">Number of the credit note.</param>
    /// <param name="document">What the credit note says, as JSON.</param>
    /// <param name="actor">Who.</param>
    public InvoiceReversal Reverse(string reason, long number, string document, Actor actor)
    {
        var credit = new Invoice
        {
            Number = number,
            Kind = InvoiceKind.CreditNote,
            OrderId = Invoice.OrderId,
            CustomerId = Invoice.CustomerId,
            PostedAt = actor.At,
            PostedById = actor.StaffId,
            Total = -Invoice.Total,
            Tax = -Invoice.Tax,
            Profit = -Invoice.Profit,
            PolicyVersionId = Invoice.PolicyVersionId,
            CaseJson = Invoice.CaseJson,
            DocumentJson = document,
            CorrectsId = Invoice.Id,
            Reason = reason.Trim(),
        };
        var cash = Sum(Payments.Where(p => p.Method == PaymentMethod.Cash).Select(p => p.Amount));
        var back = cash.Cents > 0 ? Payment.CashBack(Invoice, cash, actor) : null;
        var refunds = Payments
            .Where(p => p.Method == PaymentMethod.Card && p.Amount.Cents > 0)
            .Select(p => CardCharge.Begin(Invoice.Id, -p.Amount, actor));
        return new InvoiceReversal(credit, back, [.. refunds]);
    }

    /// <summary>
    /// Whether the invoice can be taken back. Refuses with <c>reverse.reason</c>, <c>text.long</c>, <c>invoice.reversed</c> and
    /// <c>charge.pending</c>.
    /// </summary>
    /// <param name="reason">Why, as typed.</param>
    public Result MayReverse(string? reason)
    {
        if (string.IsNullOrWhiteSpace(reason))
            return new Problem("reverse.reason", "Enter a reason for reversing the invoice.", "reason");
        if (reason.Length > 500)
            return TextInput.TooLong(500, "reason", "A reason");
        if (Reversed)
            return new Problem("invoice.reversed", "This invoice is already reversed.");
        if (Charges.Any(c => c.State == CardChargeState.Pending))
            return new Problem("charge.pending", "A card charge for this invoice is not confirmed. Check it first.");
        return Result.Done;
    }
}
