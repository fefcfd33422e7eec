namespace Yardstick.Core.Pricing;

/// <summary>How far approved work may grow past what was agreed to; empty figures are not set.</summary>
public sealed record OverrunRow
{
    /// <summary>It may not grow.</summary>
    public static readonly OverrunRow None = new()
    {
        Percent = "",
        Amount = "",
        TakeGreater = false,
    };

    /// <summary>Percent of the amount agreed to.</summary>
    public required string Percent { get; init; }

    /// <summary>An amount.</summary>
    public required string Amount { get; init; }

    /// <summary>True takes the greater of the two, false the smaller.</summary>
    public required bool TakeGreater { get; init; }
}
