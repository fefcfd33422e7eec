using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Catalog;

/// <summary>Work of a canned job.</summary>
public sealed class CannedLaborLine() : CannedLine(LineKind.Labor)
{
    /// <summary>Hours.</summary>
    public LaborHours Hours { get; init; }

    /// <summary>The labor rate; null for the usual one.</summary>
    public RateChoice? LaborRate { get; init; }

    private protected override Line Make(Func<long, Part?> partOf, StockCost cost, VehicleSpecs? facts) =>
        new LaborLine { Hours = Hours, LaborRate = LaborRate };
}
