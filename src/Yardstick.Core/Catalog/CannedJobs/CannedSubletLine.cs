using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Catalog;

/// <summary>Work of a canned job that is given out.</summary>
public sealed class CannedSubletLine() : CannedLine(LineKind.Sublet)
{
    /// <summary>What it costs, tax out.</summary>
    public UnitPrice UnitCost { get; init; }

    private protected override Line Make(Func<long, Part?> partOf, StockCost cost, VehicleSpecs? facts) =>
        new SubletLine { UnitCost = UnitCost };
}
