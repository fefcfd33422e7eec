using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>Money that comes for an invoice.</summary>
public sealed partial record InvoiceAccount
{
    /// <summary>Takes cash: what is owed is kept, the rest is change.</summary>
    /// <param name="tendered">What was handed over, as typed.</param>
    /// <param name="despiteCharge">Somebody chose to take cash although a charge is open; if it turns out to be made, it is given
    /// back.</param>
    /// <param name="actor">Who takes it.</param>
    public Result<Payment> TakeCash(string? tendered, bool despiteCharge, Actor actor) =>
        WaitsFor("take cash", despiteCharge) is { } waits ? waits : Payment.Cash(Invoice, Balance, tendered, actor.StaffId, actor.At);

    /// <summary>
    /// Takes a check. One for more than is owed leaves a surplus. Refuses with <c>payment.paid</c>, <c>payment.check</c>,
    /// <c>charge.pending</c> and codes of figures.
    /// </summary>
    /// <param name="amount">As typed; empty for what is owed.</param>
    /// <param name="number">The check's number, as typed.</param>
    /// <param name="despiteCharge">Taken knowingly although a charge is open.</param>
    /// <param name="actor">Who takes it.</param>
    public Result<Payment> TakeCheck(string? amount, string? number, bool despiteCharge, Actor actor)
    {
        if (Balance.Cents <= 0)
            return NothingDue;
        if (WaitsFor("take the check", despiteCharge) is { } waits)
            return waits;
        var check = Payment.CheckNumberOf(number);
        if (check.Problem is { } noNumber)
            return noNumber;
        var given = PaymentInput.Amount(amount, Balance, "amount");
        if (given.Problem is { } bad)
            return bad;
        return Payment.On(Invoice, PaymentMethod.Check, given.Value, actor, checkNumber: check.Value);
    }

    /// <summary>Uses a deposit of the customer, as far as it goes and is owed. Refuses with <c>payment.paid</c>, <c>deposit.none</c> and
    /// <c>deposit.other</c>.</summary>
    /// <param name="deposit">The deposit.</param>
    /// <param name="actor">Who.</param>
    public Result<Payment> Apply(DepositAccount deposit, Actor actor)
    {
        if (Balance.Cents <= 0)
            return NothingDue;
        if (!CustomerIds.Contains(deposit.Deposit.CustomerId))
            return new Problem("deposit.other", "This deposit belongs to another customer.");
        if (deposit.Free.Cents <= 0)
            return new Problem("deposit.none", "Nothing is left of this deposit.");
        var used = deposit.Free.Cents < Balance.Cents ? deposit.Free : Balance;
        return Payment.On(Invoice, PaymentMethod.Deposit, used, actor, depositId: deposit.Deposit.Id);
    }

    /// <summary>
    /// Begins a charge. While one is open it is that one: never two at a time, so that several cards go one after the other. Refuses with
    /// <c>payment.paid</c>, <c>payment.more</c>, <c>tip.off</c> and codes of figures.
    /// </summary>
    /// <param name="amount">As typed; empty for what is owed.</param>
    /// <param name="tip">As typed; empty for none.</param>
    /// <param name="takesTips">The shop takes tips.</param>
    /// <param name="actor">Who begins it.</param>
    public Result<CardCharge> BeginCharge(string? amount, string? tip, bool takesTips, Actor actor)
    {
        if (Balance.Cents <= 0)
            return NothingDue;
        if (PendingCharge is { } open)
            return open.OnPage ? WaitsFor("charge a card here", false)! : open;
        var asked = Asked(amount, tip, takesTips);
        return asked.Problem is { } bad ? bad : CardCharge.Begin(Invoice.Id, asked.Value.Amount, actor, asked.Value.Tip);
    }

    private Result<(Money Amount, Money Tip)> Asked(string? amount, string? tip, bool takesTips)
    {
        var asked = PaymentInput.Amount(amount, Balance, "amount");
        if (asked.Problem is { } bad)
            return bad;
        if (asked.Value.Cents > Balance.Cents)
            return new Problem("payment.more", $"Only {Balance} is due. Charge that, or less.", "amount");
        var added = PaymentInput.Amount(tip, Money.Zero, "tip");
        if (added.Problem is { } badTip)
            return badTip;
        return added.Value.Cents > 0 && !takesTips
            ? new Problem("tip.off", "This shop takes no tips. Leave the tip empty.", "tip")
            : (asked.Value, added.Value);
    }

    /// <summary>
    /// The customer pays what is owed, or part of it, on the payment service's page. While that page is open it is that charge. Refuses
    /// with <c>payment.paid</c>, <c>charge.pending</c>, <c>payment.more</c>, <c>tip.off</c> and codes of figures.
    /// </summary>
    /// <param name="amount">As typed; empty for what is owed.</param>
    /// <param name="tip">As typed; empty for none.</param>
    /// <param name="takesTips">The shop takes tips.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public Result<CardCharge> BeginOnPage(string? amount, string? tip, bool takesTips, Instant utcNow)
    {
        if (Balance.Cents <= 0)
            return NothingDue;
        if (PendingCharge is not { } open)
        {
            var asked = Asked(amount, tip, takesTips);
            return asked.Problem is { } bad ? bad : CardCharge.BeginOnPage(Invoice.Id, asked.Value.Amount, asked.Value.Tip, utcNow);
        }
        return open.OnPage
            ? open
            : new Problem("charge.pending", "The shop is charging a card for this invoice just now. Wait a minute and reload the page.");
    }

    /// <summary>Whether a charge may still go to the terminal: not when the invoice was paid otherwise meanwhile.</summary>
    /// <param name="charge">A charge that was never handed over, or a refund.</param>
    internal bool MayGo(CardCharge charge) => charge.Amount.Cents < 0 || charge.Amount.Cents <= Balance.Cents;

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
    public Payment Charged(CardCharge charge, Instant utcNow) => charge.Made(Invoice.CustomerId, Invoice.OrderId, utcNow);

    /// <summary>
    /// Writes off what nobody will pay. Refuses with <c>rights.right</c>, <c>payment.paid</c>, <c>adjustment.reason</c>,
    /// <c>payment.more</c>, <c>text.long</c> and codes of figures.
    /// </summary>
    /// <param name="amount">As typed; empty for what is owed.</param>
    /// <param name="reason">Why, as typed.</param>
    /// <param name="actor">Who.</param>
    public Result<Adjustment> WriteOff(string? amount, string? reason, Actor actor)
    {
        if (!actor.May(Permission.WriteOff))
            return new Problem("rights.right", "You don't have permission to write amounts off. Ask a manager.");
        if (Balance.Cents <= 0)
            return NothingDue;
        if (WaitsFor("write it off", false) is { } waits)
            return waits;
        if ((reason ?? "").Trim() is not { Length: > 0 } why)
            return new Problem("adjustment.reason", "Enter why it is written off.", "reason");
        if (why.Length > 500)
            return TextInput.TooLong(500, "reason", "A reason");
        var asked = PaymentInput.Amount(amount, Balance, "amount");
        if (asked.Problem is { } bad)
            return bad;
        if (asked.Value.Cents > Balance.Cents)
            return new Problem("payment.more", $"Only {Balance} is due. Write that off, or less.", "amount");
        return new Adjustment
        {
            InvoiceId = Invoice.Id,
            Amount = asked.Value,
            Reason = why,
            At = actor.At,
            ById = actor.StaffId,
        };
    }

    private static Problem NothingDue => new("payment.paid", "There is no balance due on this invoice.");

    private Problem? WaitsFor(string act, bool knowingly) =>
        PendingCharge is { } open && !knowingly
            ? new Problem(
                "charge.pending",
                open.OnPage
                    ? $"The customer has the payment page of {open.Charged} open. Call that off first, or {act}: what is paid there meanwhile is refunded."
                    : $"A card charge of {open.Charged} is not confirmed. Look it up first, or {act}: the charge is refunded if it was made."
            )
            : null;
}
