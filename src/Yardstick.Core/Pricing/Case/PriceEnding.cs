namespace Yardstick.Core.Pricing;

/// <summary>How a part's price ends: as it comes, at a multiple, or at a fraction of a whole.</summary>
public sealed record PriceEnding
{
    /// <summary>Prices stay as they come.</summary>
    public static readonly PriceEnding None = new();

    /// <summary>Prices rise to the nearest multiple of this, above zero.</summary>
    public decimal? RoundUpTo { get; init; }

    /// <summary>Prices rise to the nearest whole plus this, from 0 to below 1.</summary>
    public decimal? EndWith { get; init; }
}
