using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>A count of the cash drawer, and what was taken to the bank with it. Only added to.</summary>
public class CashCount
{
    private const int LongestNote = 200;

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>Opened or closed.</summary>
    public CashCountKind Kind { get; init; }

    /// <summary>What should have been in it.</summary>
    public Money Expected { get; init; }

    /// <summary>What was in it.</summary>
    public Money Counted { get; init; }

    /// <summary>Cash brought from the bank (below zero) or taken there.</summary>
    public Money Banked { get; init; }

    /// <summary>Checks taken to the bank with it.</summary>
    public Money ChecksBanked { get; init; }

    /// <summary>A note, up to 200 characters.</summary>
    public string Note { get; init; } = "";

    /// <summary>When, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>Who counted.</summary>
    public long ById { get; init; }

    /// <summary>Over (above zero) or short.</summary>
    public Money Difference => Counted - Expected;

    /// <summary>What stays in the drawer.</summary>
    public Money Left => Counted - Banked;

    /// <summary>
    /// Counts the drawer. Refuses with <c>drawer.open</c>, <c>drawer.closed</c>, <c>drawer.counted</c>, <c>drawer.more</c>,
    /// <c>text.long</c> and codes of figures.
    /// </summary>
    /// <param name="kind">To open or to close it.</param>
    /// <param name="last">The last count; null where it never was.</param>
    /// <param name="expected">What should be in it.</param>
    /// <param name="checks">Checks that are not at the bank.</param>
    /// <param name="typed">What was typed.</param>
    /// <param name="actor">Who.</param>
    public static Result<CashCount> Take(
        CashCountKind kind,
        CashCount? last,
        Money expected,
        Money checks,
        CashCountTyped typed,
        Actor actor
    )
    {
        if (kind == CashCountKind.Open && last is { Kind: CashCountKind.Open })
            return new Problem("drawer.open", "The drawer is open already. Close it first.");
        if (kind == CashCountKind.Close && last is not { Kind: CashCountKind.Open })
            return new Problem("drawer.closed", "The drawer is not open. Open it first.");
        if (string.IsNullOrWhiteSpace(typed.Counted))
            return new Problem("drawer.counted", "Count the cash and enter what is in the drawer.", "counted");
        var counted = NumberInput.Amount(typed.Counted, "counted", 2);
        if (counted.Problem is { } bad)
            return bad;
        var brought = PaymentInput.Amount(typed.Banked, Money.Zero, "banked");
        if (brought.Problem is { } badBank)
            return badBank;
        var opening = kind == CashCountKind.Open;
        if (!opening && brought.Value.Amount > counted.Value)
            return new Problem("drawer.more", "More goes to the bank than is in the drawer.", "banked");
        if ((typed.Note ?? "").Trim() is not { Length: <= LongestNote } note)
            return TextInput.TooLong(LongestNote, "note", "A note");
        return new CashCount
        {
            Kind = kind,
            Expected = opening ? expected + brought.Value : expected,
            Counted = Money.Of(counted.Value),
            Banked = opening ? -brought.Value : brought.Value,
            ChecksBanked = !opening && typed.ChecksToBank ? checks : Money.Zero,
            Note = note,
            At = actor.At,
            ById = actor.StaffId,
        };
    }

    /// <summary>Its entry: over and short, cash and checks to the bank, change from there.</summary>
    public JournalDraft Posting() =>
        new JournalDraft(JournalEvent.Drawer, Id, Kind == CashCountKind.Open ? "Drawer opened" : "Drawer closed")
            .Debit(LedgerAccount.CashDrawer, Difference)
            .Credit(LedgerAccount.CashOverShort, Difference)
            .Debit(LedgerAccount.Bank, Banked)
            .Credit(LedgerAccount.CashDrawer, Banked)
            .Debit(LedgerAccount.Bank, ChecksBanked)
            .Credit(LedgerAccount.Checks, ChecksBanked);
}
