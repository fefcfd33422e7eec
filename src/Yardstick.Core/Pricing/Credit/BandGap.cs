using Yardstick.Core.Values;

namespace Yardstick.Core.Pricing;

/// <summary>
/// What part lines bring against what the markup bands say (rules, What the shop is measured by): quantity × price by steps 1 to 3 at the
/// line's unit cost, and where the difference to their net went, one after the other. In cents.
/// </summary>
/// <param name="AtBands">By the bands, price ending and list cap.</param>
/// <param name="Customer">The customer's parts discount took.</param>
/// <param name="Set">Prices that a person set, or that were held since they were told, took; below zero where they brought more.</param>
/// <param name="Fixed">Fixed prices of jobs took.</param>
/// <param name="Discounts">Discounts and credits took.</param>
/// <param name="Cost">What the parts cost.</param>
public readonly record struct BandGap(long AtBands, long Customer, long Set, long Fixed, long Discounts, long Cost)
{
    /// <summary>What they brought.</summary>
    public long Net => AtBands - Customer - Set - Fixed - Discounts;

    /// <summary>Both together.</summary>
    public static BandGap operator +(BandGap one, BandGap two) =>
        new(
            one.AtBands + two.AtBands,
            one.Customer + two.Customer,
            one.Set + two.Set,
            one.Fixed + two.Fixed,
            one.Discounts + two.Discounts,
            one.Cost + two.Cost
        );

    /// <summary>What one is less another.</summary>
    public static BandGap operator -(BandGap all, BandGap part) =>
        new(
            all.AtBands - part.AtBands,
            all.Customer - part.Customer,
            all.Set - part.Set,
            all.Fixed - part.Fixed,
            all.Discounts - part.Discounts,
            all.Cost - part.Cost
        );

    /// <summary>A share of it, each figure rounded by itself.</summary>
    /// <param name="credited">How much.</param>
    /// <param name="of">Of how much.</param>
    internal BandGap Part(decimal credited, decimal of)
    {
        long Share(long cents) => credited == of ? cents : (long)decimal.Round(cents * credited / of, 0, MidpointRounding.AwayFromZero);
        return new(Share(AtBands), Share(Customer), Share(Set), Share(Fixed), Share(Discounts), Share(Cost));
    }

    /// <summary>Of one part line as it was priced.</summary>
    /// <param name="pricing">The case.</param>
    /// <param name="line">The line.</param>
    /// <param name="prepared">What it came to by itself.</param>
    /// <param name="item">What it came to in its job and order.</param>
    internal static BandGap Of(PricingCase pricing, PartCaseLine line, in PreparedLine prepared, in PricedItem item)
    {
        var byBands = PartPrice.ByPolicy(pricing.Policy, pricing.Customer with { PartsDiscountPercent = 0 }, line);
        var forCustomer = PartPrice.ByPolicy(pricing.Policy, pricing.Customer, line);
        var (at, told) = (Rounding.Cents(line.Quantity * byBands), Rounding.Cents(line.Quantity * forCustomer));
        return new(at, at - told, told - prepared.Amount, prepared.Amount - item.Amount, item.Amount - item.Net, item.Cost);
    }
}
