using Yardstick.Core.Values;

namespace Yardstick.Data.Billing;

/// <summary>An invoice of which something is owed, without what it charges: those of everybody are many.</summary>
/// <param name="Id">The invoice.</param>
/// <param name="Number">Its number.</param>
/// <param name="OrderId">Its order.</param>
/// <param name="CustomerId">Who owes it; null for somebody without a record.</param>
/// <param name="DueOn">When it was or is due.</param>
/// <param name="BalanceCents">What is still owed, in cents; below zero where too much was paid.</param>
public sealed record OwedInvoice(long Id, long Number, long OrderId, long? CustomerId, LocalDate DueOn, long BalanceCents)
{
    /// <summary>What is still owed; below zero where too much was paid.</summary>
    public Money Balance => new(BalanceCents);
}
