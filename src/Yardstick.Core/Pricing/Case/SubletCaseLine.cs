namespace Yardstick.Core.Pricing;

/// <summary>Work sent out.</summary>
public sealed record SubletCaseLine : PricingLine
{
    /// <inheritdoc />
    public override AmountKind Kind => AmountKind.Sublet;

    /// <summary>What the other shop charges.</summary>
    public required decimal Cost { get; init; }

    /// <summary>Price; wins over the markup.</summary>
    public decimal? Price { get; init; }

    /// <summary>Markup in percent of cost.</summary>
    public decimal? MarkupPercent { get; init; }
}
