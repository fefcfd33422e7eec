using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>
/// Money held for a customer: paid before posting, or left over from an invoice. What is left of it is the sum of its payments.
/// </summary>
public class Deposit
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>Whose it is.</summary>
    public long CustomerId { get; init; }

    /// <summary>The order that it was paid for; posting applies it there. Null where it was left over.</summary>
    public long? OrderId { get; init; }

    /// <summary>Where it came from, in words.</summary>
    public string Origin { get; init; } = "";

    /// <summary>When, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>Who took it.</summary>
    public long ById { get; init; }
}
