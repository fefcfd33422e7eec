namespace Yardstick.Core.Pricing;

/// <summary>
/// How far approved work may grow past the amount agreed to: a percentage, an amount, the smaller or the greater of both.
/// </summary>
public sealed record OverrunRule
{
    /// <summary>Percent of the amount agreed to.</summary>
    public decimal? Percent { get; init; }

    /// <summary>An amount.</summary>
    public decimal? Amount { get; init; }

    /// <summary>True takes the greater of the two, false the smaller.</summary>
    public bool TakeGreater { get; init; }
}
