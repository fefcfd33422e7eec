namespace Yardstick.Core.Pricing;

/// <summary>Costs at which the bare multiplier would sell a dearer part for less, and the rule holds the price.</summary>
/// <param name="FromCost">The edge; just above it the price would fall.</param>
/// <param name="ToCost">From here on the multiplier alone gives as much again; null where it never does.</param>
/// <param name="Price">The price that is held.</param>
/// <param name="Fallen">What the bare multiplier would give just above the edge.</param>
public sealed record MarkupLift(decimal FromCost, decimal? ToCost, decimal Price, decimal Fallen);
