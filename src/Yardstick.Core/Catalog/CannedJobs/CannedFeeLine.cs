using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Catalog;

/// <summary>A fee of a canned job.</summary>
public sealed class CannedFeeLine() : CannedLine(LineKind.Fee)
{
    /// <summary>Code of the fee; empty for one without.</summary>
    public string Code { get; init; } = "";

    /// <summary>Units.</summary>
    public Quantity Quantity { get; init; } = Quantity.One;

    /// <summary>Amount each, tax out.</summary>
    public UnitPrice Amount { get; init; }

    /// <summary>Held for somebody else; no tax is on it then.</summary>
    public bool PassThrough { get; init; }

    /// <inheritdoc />
    public override bool Taxable => !PassThrough;

    private protected override Line Make(Func<long, Part?> partOf, StockCost cost, VehicleSpecs? facts) =>
        new FeeLine
        {
            Code = Code,
            Quantity = Quantity,
            UnitAmount = Amount,
            PassThrough = PassThrough,
        };
}
