using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Reports;

/// <summary>Why an invoice's parts brought less than the markup tables say, in amounts that add up to <see cref="BandGap"/>'s.</summary>
/// <param name="Customer">The customer's parts discount.</param>
/// <param name="BoughtAbove">
/// Parts that were bought above what they were quoted by: the customer had been told a price, and it was held.
/// </param>
/// <param name="SetPrice">Prices that a person set.</param>
/// <param name="FixedPrice">Jobs at a fixed price.</param>
/// <param name="Discounts">Discounts and credits.</param>
public sealed record PartsLoss(decimal Customer, decimal BoughtAbove, decimal SetPrice, decimal FixedPrice, decimal Discounts)
{
    /// <summary>All of it.</summary>
    public decimal Sum => Customer + BoughtAbove + SetPrice + FixedPrice + Discounts;

    /// <summary>Of an invoice as posted.</summary>
    /// <param name="posted">Its case.</param>
    /// <param name="gap">Where its parts went, as the sale's record has it.</param>
    public static PartsLoss Of(PricingCase posted, in BandGap gap)
    {
        var included = OrderPricer.Price(posted).Jobs.Where(j => j.Included).Select(j => j.Id).ToHashSet();
        var held = posted
            .Jobs.Where(j => included.Contains(j.Id))
            .SelectMany(j => j.Lines)
            .OfType<PartCaseLine>()
            .Where(l => !l.Out && l is { Held: true, UnitPrice: not null } && PartPrice.BandsOf(posted.Policy, l.Category) is not null)
            .Sum(l =>
                Rounding.Cents(l.Quantity * PartPrice.ByPolicy(posted.Policy, posted.Customer, l))
                - Rounding.Cents(l.Quantity * l.UnitPrice!.Value)
            );
        return new(gap.Customer / 100m, held / 100m, (gap.Set - held) / 100m, gap.Fixed / 100m, gap.Discounts / 100m);
    }

    /// <summary>What cost the most, in words.</summary>
    public string Words =>
        new (decimal Cost, string Words)[]
        {
            (Customer, Invariant($"customer's parts discount, {Customer:N2}")),
            (BoughtAbove, Invariant($"bought above what was quoted, {BoughtAbove:N2} with the price held")),
            (SetPrice, Invariant($"parts priced by hand, {SetPrice:N2} below their band")),
            (FixedPrice, Invariant($"fixed price of a job, {FixedPrice:N2}")),
            (Discounts, Invariant($"discounts and credits, {Discounts:N2}")),
        }
            .MaxBy(g => g.Cost)
            .Words;
}
