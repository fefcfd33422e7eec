namespace Yardstick.Core.Pricing;

/// <summary>A part.</summary>
public sealed record PartCaseLine : PricingLine
{
    /// <inheritdoc />
    public override AmountKind Kind => AmountKind.Part;

    /// <summary>Category, which chooses bands and companions.</summary>
    public string? Category { get; init; }

    /// <summary>Units, up to 3 decimals.</summary>
    public required decimal Quantity { get; init; }

    /// <summary>The cost that prices it, each.</summary>
    public required decimal UnitCost { get; init; }

    /// <summary>The cost in the books, each, if another.</summary>
    public decimal? BookCost { get; init; }

    /// <summary>The writer's price, each, which skips the policy.</summary>
    public decimal? UnitPrice { get; init; }

    /// <summary>True where <see cref="UnitPrice"/> is what the customer was told, and not a person's override.</summary>
    public bool Held { get; init; }

    /// <summary>The maker's list price, each.</summary>
    public decimal? ListPrice { get; init; }

    /// <summary>Core deposit, each.</summary>
    public decimal CoreEach { get; init; }

    /// <summary>Old parts handed back.</summary>
    public decimal CoresReturned { get; init; }

    /// <summary>What comes along with this very part, besides what the policy says of its category; their category is not read.</summary>
    public IReadOnlyList<CompanionRule> Along { get; init; } = [];
}
