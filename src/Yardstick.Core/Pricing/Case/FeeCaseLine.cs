namespace Yardstick.Core.Pricing;

/// <summary>A fee.</summary>
public sealed record FeeCaseLine : PricingLine
{
    /// <inheritdoc />
    public override AmountKind Kind => AmountKind.Fee;

    /// <summary>Code by which it is remitted.</summary>
    public string? Code { get; init; }

    /// <summary>Units.</summary>
    public decimal Quantity { get; init; } = 1;

    /// <summary>Amount, each.</summary>
    public required decimal Amount { get; init; }

    /// <summary>What it costs the shop, each.</summary>
    public decimal CostEach { get; init; }

    /// <summary>True for money held for somebody else.</summary>
    public bool PassThrough { get; init; }
}
