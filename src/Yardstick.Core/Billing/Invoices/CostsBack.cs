using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>Costs that a credit takes back out of the cost of sales.</summary>
/// <param name="Parts">Parts that go back to the shelf, or to the order that is open again.</param>
/// <param name="Sublet">Sublet of the order that is open again.</param>
public sealed record CostsBack(Money Parts, Money Sublet)
{
    /// <summary>None.</summary>
    public static CostsBack None { get; } = new(Money.Zero, Money.Zero);
}
