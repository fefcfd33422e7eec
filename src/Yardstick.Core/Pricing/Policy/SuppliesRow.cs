namespace Yardstick.Core.Pricing;

/// <summary>Shop supplies.</summary>
public sealed record SuppliesRow
{
    /// <summary>No supplies.</summary>
    public static readonly SuppliesRow None = new()
    {
        Charged = false,
        Percent = "",
        Base = SuppliesBase.Labor,
        Minimum = "",
        Maximum = "",
        Taxable = true,
        CostPercent = "",
    };

    /// <summary>False where the shop charges none.</summary>
    public required bool Charged { get; init; }

    /// <summary>Percent of the base.</summary>
    public required string Percent { get; init; }

    /// <summary>What it is a percentage of.</summary>
    public required SuppliesBase Base { get; init; }

    /// <summary>At least this; empty for no floor.</summary>
    public required string Minimum { get; init; }

    /// <summary>At most this; empty for no ceiling.</summary>
    public required string Maximum { get; init; }

    /// <summary>False where no tax is on it.</summary>
    public required bool Taxable { get; init; }

    /// <summary>What supplies cost the shop, in percent of what they bring.</summary>
    public required string CostPercent { get; init; }
}
