using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>What is not asked for any more though it was invoiced: a write-off. No payment. Only added to.</summary>
public class Adjustment
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The invoice.</summary>
    public long InvoiceId { get; init; }

    /// <summary>How much less is owed; below zero where a write-off is taken back.</summary>
    public Money Amount { get; init; }

    /// <summary>Why, 1 to 500 characters.</summary>
    public string Reason { get; init; } = "";

    /// <summary>When, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>Who.</summary>
    public long ById { get; init; }
}
