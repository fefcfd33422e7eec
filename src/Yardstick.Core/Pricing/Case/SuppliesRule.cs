namespace Yardstick.Core.Pricing;

/// <summary>Shop supplies: a percentage of labor or parts between a floor and a ceiling.</summary>
public sealed record SuppliesRule
{
    /// <summary>Percent of the base.</summary>
    public required decimal Percent { get; init; }

    /// <summary>What it is a percentage of.</summary>
    public SuppliesBase Base { get; init; }

    /// <summary>At least this, where the base is above zero.</summary>
    public decimal? Minimum { get; init; }

    /// <summary>At most this.</summary>
    public decimal? Maximum { get; init; }

    /// <summary>False where no tax is on it.</summary>
    public bool Taxable { get; init; } = true;

    /// <summary>What supplies cost the shop, in percent of what they bring.</summary>
    public decimal CostPercent { get; init; }
}
