using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>Card payments that the bank paid out, or checks that were taken there. Only added to.</summary>
public class BankTransfer
{
    private const int LongestReference = 80;

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary><see cref="LedgerAccount.CardClearing"/> or <see cref="LedgerAccount.Checks"/>.</summary>
    public LedgerAccount From { get; init; }

    /// <summary>How much arrived.</summary>
    public Money Amount { get; init; }

    /// <summary>The bank's words for it; up to 80 characters.</summary>
    public string Reference { get; init; } = "";

    /// <summary>When, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>Who.</summary>
    public long ById { get; init; }

    /// <summary>
    /// Notes what arrived. Refuses with <c>transfer.account</c>, <c>transfer.more</c>, <c>text.long</c> and codes of figures.
    /// </summary>
    /// <param name="from">Cards or checks.</param>
    /// <param name="there">What is there of it.</param>
    /// <param name="amount">As typed; empty for all of it.</param>
    /// <param name="reference">As typed.</param>
    /// <param name="actor">Who.</param>
    public static Result<BankTransfer> Make(LedgerAccount from, Money there, string? amount, string? reference, Actor actor)
    {
        if (from is not (LedgerAccount.CardClearing or LedgerAccount.Checks))
            return new Problem("transfer.account", "Only card payments and checks arrive at the bank like this.");
        var asked = PaymentInput.Amount(amount, there, "amount");
        if (asked.Problem is { } bad)
            return bad;
        if (asked.Value.Cents <= 0 || asked.Value.Cents > there.Cents)
            return new Problem("transfer.more", $"Only {there} has not arrived yet. Enter that, or less.", "amount");
        if ((reference ?? "").Trim() is not { Length: <= LongestReference } said)
            return TextInput.TooLong(LongestReference, "reference");
        return new BankTransfer
        {
            From = from,
            Amount = asked.Value,
            Reference = said,
            At = actor.At,
            ById = actor.StaffId,
        };
    }

    /// <summary>Its entry.</summary>
    public JournalDraft Posting() =>
        new JournalDraft(
            JournalEvent.Drawer,
            Id,
            $"{(From == LedgerAccount.Checks ? "Checks" : "Cards")} at the bank {Reference}".TrimEnd()
        )
            .Debit(LedgerAccount.Bank, Amount)
            .Credit(From, Amount);
}
