using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;

namespace Yardstick.Core.Catalog;

/// <summary>Words of a canned job, without a price.</summary>
public sealed class CannedTextLine() : CannedLine(LineKind.Text)
{
    private protected override Line Make(Func<long, Part?> partOf, StockCost cost, VehicleSpecs? facts) => new TextLine();
}
