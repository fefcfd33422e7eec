using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>A tax, or a fee held for others, that was paid to whom it belongs. Only added to.</summary>
public class Remittance
{
    private const int LongestReference = 80;

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary><see cref="LedgerAccount.SalesTax"/> or <see cref="LedgerAccount.FeesHeld"/>.</summary>
    public LedgerAccount Account { get; init; }

    /// <summary>Code of the tax or fee.</summary>
    public string Code { get; init; } = "";

    /// <summary>Last day of the period that it is for.</summary>
    public LocalDate Through { get; init; }

    /// <summary>How much; below zero takes a remittance back.</summary>
    public Money Amount { get; init; }

    /// <summary>A check's number, a confirmation; up to 80 characters.</summary>
    public string Reference { get; init; } = "";

    /// <summary>When, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>Who.</summary>
    public long ById { get; init; }

    /// <summary>
    /// Remits what is held. Refuses with <c>remittance.account</c>, <c>remittance.more</c>, <c>text.long</c> and codes of figures.
    /// </summary>
    /// <param name="account">Sales tax or fees held.</param>
    /// <param name="code">Which.</param>
    /// <param name="through">Last day of the period.</param>
    /// <param name="held">What is held of it through that day.</param>
    /// <param name="amount">As typed; empty for all of it.</param>
    /// <param name="reference">As typed.</param>
    /// <param name="actor">Who.</param>
    public static Result<Remittance> Make(
        LedgerAccount account,
        string code,
        LocalDate through,
        Money held,
        string? amount,
        string? reference,
        Actor actor
    )
    {
        if (account is not (LedgerAccount.SalesTax or LedgerAccount.FeesHeld))
            return new Problem("remittance.account", "Only taxes and fees held for others are remitted.");
        var asked = PaymentInput.Amount(amount, held, "amount");
        if (asked.Problem is { } bad)
            return bad;
        if (asked.Value.Cents <= 0 || asked.Value.Cents > held.Cents)
            return new Problem("remittance.more", $"Only {held} of this is held. Remit that, or less.", "amount");
        if ((reference ?? "").Trim() is not { Length: <= LongestReference } said)
            return TextInput.TooLong(LongestReference, "reference");
        return new Remittance
        {
            Account = account,
            Code = code,
            Through = through,
            Amount = asked.Value,
            Reference = said,
            At = actor.At,
            ById = actor.StaffId,
        };
    }

    /// <summary>Its entry: what was held goes from the bank.</summary>
    public JournalDraft Posting() =>
        new JournalDraft(JournalEvent.Remittance, Id, Invariant($"{Code} remitted through {Through:yyyy-MM-dd} {Reference}").TrimEnd())
            .Debit(Account, Amount, Code)
            .Credit(LedgerAccount.Bank, Amount);
}
