namespace Yardstick.Core.Pricing;

/// <summary>A fee charged once an order.</summary>
public sealed record OrderFee
{
    /// <summary>Code by which it is remitted.</summary>
    public required string Code { get; init; }

    /// <summary>Amount, once.</summary>
    public required decimal Amount { get; init; }

    /// <summary>What it costs the shop, once.</summary>
    public decimal CostEach { get; init; }

    /// <summary>False where no tax is on it.</summary>
    public bool Taxable { get; init; } = true;

    /// <summary>True for money held for somebody else.</summary>
    public bool PassThrough { get; init; }

    /// <summary>Charged only where a part of this category is on the order.</summary>
    public string? Category { get; init; }
}
