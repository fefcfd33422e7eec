using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>
/// What stands on one invoice: what was credited, paid and written off, what is under way at the card terminal, and so what may be taken
/// or has to go back.
/// </summary>
/// <param name="Invoice">The invoice.</param>
/// <param name="Credits">Its credit notes, in their order.</param>
/// <param name="Payments">All its payments and refunds.</param>
/// <param name="Adjustments">What was written off, and interest.</param>
/// <param name="Charges">All its card charges.</param>
public sealed partial record InvoiceAccount(
    Invoice Invoice,
    IReadOnlyList<Invoice> Credits,
    IReadOnlyCollection<Payment> Payments,
    IReadOnlyCollection<Adjustment> Adjustments,
    IReadOnlyCollection<CardCharge> Charges
)
{
    /// <summary>The customer that it was posted to, and the records merged with it since; their deposits may pay it.</summary>
    public IReadOnlyList<long> CustomerIds { get; init; } = Invoice.CustomerId is { } customer ? [customer] : [];

    /// <summary>What came, less what went back.</summary>
    public Money Paid => Sum(Payments.Select(p => p.Amount));

    /// <summary>What was written off.</summary>
    public Money WrittenOff => Sum(Adjustments.Where(a => a.Kind == AdjustmentKind.WriteOff).Select(a => a.Amount));

    /// <summary>Interest that was charged and not taken back, above zero.</summary>
    public Money Interest => -Sum(Adjustments.Where(a => a.Kind == AdjustmentKind.Interest).Select(a => a.Amount));

    /// <summary>What was credited, above zero.</summary>
    public Money Credited => -Sum(Credits.Select(c => c.AmountDue));

    /// <summary>What is still owed; below zero where too much was paid (rules, Money after the invoice).</summary>
    public Money Balance => Invoice.AmountDue + Interest - Credited - Paid - WrittenOff;

    /// <summary>Everything on it was credited: it is as if it never was.</summary>
    public bool Reversed => Credits.Any(c => c.CreditsAll);

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

    /// <summary>Whether anything can be paid on it; refused with <c>invoice.reversed</c>.</summary>
    public Result Payable() =>
        Reversed ? new Problem("invoice.reversed", "This invoice was reversed; there is no balance due.") : Result.Done;

    private static Money Sum(IEnumerable<Money> amounts) => new(amounts.Sum(a => a.Cents));
}
