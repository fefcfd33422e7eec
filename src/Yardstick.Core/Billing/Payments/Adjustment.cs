using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>
/// What is not asked for any more though it was invoiced, a write-off, or asked for beyond it, interest. No payment. Only added to.
/// </summary>
public class Adjustment
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The invoice.</summary>
    public long InvoiceId { get; init; }

    /// <summary>What it is.</summary>
    public AdjustmentKind Kind { get; init; }

    /// <summary>How much less is owed; below zero for interest, and above where interest is taken back.</summary>
    public Money Amount { get; init; }

    /// <summary>Why, 1 to 500 characters.</summary>
    public string Reason { get; init; } = "";

    /// <summary>The last day that interest was charged for; null for anything else.</summary>
    public LocalDate? Through { get; init; }

    /// <summary>When, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>Who.</summary>
    public long ById { get; init; }
}
