namespace Yardstick.Core.Pricing;

/// <summary>A line's figures.</summary>
/// <param name="UnitPrice">Price of one unit: a part's each, labor's rate (null at a price), a fee's amount.</param>
/// <param name="PolicyPrice">What the policy would charge for a part that has an override.</param>
/// <param name="Hours">Labor hours after overlap.</param>
/// <param name="Amount">Before discounts, after a fixed price.</param>
/// <param name="Net">After every discount.</param>
/// <param name="Core">Core deposit.</param>
/// <param name="Cost">What it costs the shop.</param>
/// <param name="MarginPercent">In percent of net, one decimal; null at zero.</param>
public sealed record LineFigures(
    decimal? UnitPrice,
    decimal? PolicyPrice,
    decimal Hours,
    decimal Amount,
    decimal Net,
    decimal Core,
    decimal Cost,
    decimal? MarginPercent
)
{
    /// <summary>The line's id in the case.</summary>
    public string Id { get; init; } = "";

    /// <summary>The operation because of which its hours are fewer than its own.</summary>
    public string? ReducedBy { get; init; }

    /// <summary>What its own discount took.</summary>
    public decimal Discount { get; init; }
}
