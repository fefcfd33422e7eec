using Yardstick.Core.Billing;
using Yardstick.Core.Values;

namespace Yardstick.Data.Billing;

/// <summary>An invoice with what was paid, adjusted and credited of it, summed in the database.</summary>
public sealed class InvoiceStanding
{
    /// <summary>The invoice.</summary>
    public required Invoice Invoice { get; init; }

    /// <summary>Payments less refunds, in cents.</summary>
    public long PaidCents { get; init; }

    /// <summary>Written off less interest, in cents.</summary>
    public long AdjustedCents { get; init; }

    /// <summary>Due of its credit memos, in cents, zero or below.</summary>
    public long CreditCents { get; init; }

    /// <summary>A credit memo took all of it back.</summary>
    public bool Reversed { get; init; }

    /// <summary>What is still owed; below zero where too much was paid.</summary>
    public Money Balance => new(Invoice.AmountDue.Cents + CreditCents - PaidCents - AdjustedCents);
}
