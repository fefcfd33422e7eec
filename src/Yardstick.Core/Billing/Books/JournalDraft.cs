using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>An entry that is being put together. Amounts below zero stand on the other side.</summary>
/// <param name="Event">What it records.</param>
/// <param name="DocumentId">Key of the document behind it.</param>
/// <param name="Text">In words.</param>
public sealed record JournalDraft(JournalEvent Event, long? DocumentId, string Text)
{
    private readonly List<(LedgerAccount Account, string Code, long Cents)> lines = [];

    /// <summary>Debits an account.</summary>
    public JournalDraft Debit(LedgerAccount account, Money amount, string code = "")
    {
        if (amount.Cents != 0)
            lines.Add((account, code, amount.Cents));
        return this;
    }

    /// <summary>Credits an account.</summary>
    public JournalDraft Credit(LedgerAccount account, Money amount, string code = "") => Debit(account, -amount, code);

    /// <summary>The entry, with one line for each account and code; null where nothing is to be booked.</summary>
    /// <param name="day">Today in the shop.</param>
    /// <param name="actor">Who.</param>
    /// <param name="id">Key of the entry, where it is not given by the database.</param>
    /// <exception cref="InvalidOperationException">Debits and credits differ: a fault of the program.</exception>
    public JournalEntry? Close(LocalDate day, Actor actor, long id = 0)
    {
        if (lines.Sum(l => l.Cents) is var off and not 0)
            throw new InvalidOperationException(Invariant($"{Event} {DocumentId} does not balance: {off} cents."));
        var summed = lines
            .GroupBy(l => (l.Account, l.Code))
            .Select(g => new JournalLine
            {
                EntryId = id,
                Account = g.Key.Account,
                Code = g.Key.Code,
                Amount = new Money(g.Sum(l => l.Cents)),
            })
            .Where(l => l.Amount.Cents != 0)
            .ToList();
        if (summed.Count == 0)
            return null;
        var entry = new JournalEntry
        {
            Id = id,
            Day = day,
            At = actor.At,
            ById = actor.StaffId,
            Event = Event,
            DocumentId = DocumentId,
            Text = Text,
        };
        entry.Lines.AddRange(summed);
        return entry;
    }
}
