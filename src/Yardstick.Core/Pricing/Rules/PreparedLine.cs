namespace Yardstick.Core.Pricing;

/// <summary>What a line comes to whichever jobs are included: everything but overlap, sharing and discounts.</summary>
internal struct PreparedLine
{
    internal AmountKind Kind;
    internal long Amount;
    internal long Core;
    internal long Cost;
    internal decimal Hours;
    internal decimal? UnitPrice;
    internal decimal Rate;
    internal decimal CostPerHour;

    /// <summary>Operation that shortens its time.</summary>
    internal string? ReducedBy;
}
