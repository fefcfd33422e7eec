using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>A line of a journal entry.</summary>
public class JournalLine
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The entry.</summary>
    public long EntryId { get; init; }

    /// <summary>The account.</summary>
    public LedgerAccount Account { get; init; }

    /// <summary>Which part of it: a tax or fee by code, a customer by key; empty where there is none.</summary>
    public string Code { get; init; } = "";

    /// <summary>Debit above zero, credit below.</summary>
    public Money Amount { get; init; }
}
