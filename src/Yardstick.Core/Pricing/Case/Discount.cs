namespace Yardstick.Core.Pricing;

/// <summary>A discount: exactly one of percent and amount.</summary>
/// <param name="Percent">0 to 100.</param>
/// <param name="Amount">At most the net that it is taken from.</param>
/// <param name="On">What it is taken from.</param>
public sealed record Discount(decimal? Percent, decimal? Amount, DiscountBase On = DiscountBase.All);
