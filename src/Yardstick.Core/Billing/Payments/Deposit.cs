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

    /// <summary>Money that was left over and is held for a customer.</summary>
    internal static Deposit LeftOver(long customerId, string from, Actor actor) =>
        new()
        {
            CustomerId = customerId,
            Origin = $"left over from {from}",
            At = actor.At,
            ById = actor.StaffId,
        };
}
