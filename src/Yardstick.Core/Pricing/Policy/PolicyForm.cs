namespace Yardstick.Core.Pricing;

/// <summary>A policy as it is typed: figures are texts, so that a draft keeps whatever was written, even what is not right yet.</summary>
public sealed record PolicyForm
{
    /// <summary>A form in which nothing was typed.</summary>
    public static readonly PolicyForm Empty = new()
    {
        PricesIncludeTax = false,
        LaborRates = [],
        LaborCostPerHour = "",
        MarkupBands = [],
        Categories = [],
        Ending = EndingKind.None,
        EndingValue = "",
        CapAtList = false,
        StockCost = StockCost.Last,
        Companions = [],
        OrderFees = [],
        Supplies = SuppliesRow.None,
        Taxes = [],
        Exemptions = [],
        Overrun = OverrunRow.None,
        MarginAim = "",
        EffectiveRateAim = "",
    };

    /// <summary>True where prices hold their taxes already.</summary>
    public required bool PricesIncludeTax { get; init; }

    /// <summary>Labor rates by name.</summary>
    public required IReadOnlyList<RateRow> LaborRates { get; init; }

    /// <summary>What an hour costs the shop.</summary>
    public required string LaborCostPerHour { get; init; }

    /// <summary>Markup tables.</summary>
    public required IReadOnlyList<BandTable> MarkupBands { get; init; }

    /// <summary>Part categories and their tables.</summary>
    public required IReadOnlyList<CategoryRow> Categories { get; init; }

    /// <summary>How part prices end.</summary>
    public required EndingKind Ending { get; init; }

    /// <summary>The multiple or the fraction.</summary>
    public required string EndingValue { get; init; }

    /// <summary>True where a part never sells above its list price.</summary>
    public required bool CapAtList { get; init; }

    /// <summary>Which cost prices a stock part.</summary>
    public required StockCost StockCost { get; init; }

    /// <summary>What comes along with parts of a category.</summary>
    public required IReadOnlyList<CompanionRow> Companions { get; init; }

    /// <summary>Fees charged once an order.</summary>
    public required IReadOnlyList<FeeRow> OrderFees { get; init; }

    /// <summary>Shop supplies.</summary>
    public required SuppliesRow Supplies { get; init; }

    /// <summary>Taxes.</summary>
    public required IReadOnlyList<TaxRow> Taxes { get; init; }

    /// <summary>Reasons for exemption.</summary>
    public required IReadOnlyList<ExemptionRow> Exemptions { get; init; }

    /// <summary>How far approved work may grow.</summary>
    public required OverrunRow Overrun { get; init; }

    /// <summary>Margin that orders should reach, in percent.</summary>
    public required string MarginAim { get; init; }

    /// <summary>Labor that each sold hour should bring.</summary>
    public required string EffectiveRateAim { get; init; }
}
