using Yardstick.Core.Pricing;

namespace Yardstick.Core.Setup;

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

/// <summary>How part prices end.</summary>
public enum EndingKind
{
    /// <summary>As they come.</summary>
    None,
    /// <summary>At a multiple.</summary>
    RoundUpTo,
    /// <summary>At a fraction of a whole.</summary>
    EndWith,
}

/// <summary>A labor rate.</summary>
public sealed record RateRow(string Name, string Rate);
/// <summary>A band; the last one is open and its edge empty.</summary>
public sealed record BandRow(string UpTo, string Multiplier);
/// <summary>A markup table.</summary>
public sealed record BandTable(string Name, IReadOnlyList<BandRow> Bands);
/// <summary>A part category; an empty table means <c>standard</c>.</summary>
public sealed record CategoryRow(string Name, string Bands);
/// <summary>Something that comes along.</summary>
public sealed record CompanionRow(string Code, string Label, string Category, AmountKind Kind, string AmountPerUnit, string HoursPerUnit, string CostPerUnit, bool Taxable, bool PassThrough);
/// <summary>A fee charged once an order; an empty category means always.</summary>
public sealed record FeeRow(string Code, string Amount, string CostEach, bool Taxable, bool PassThrough, string Category);
/// <summary>A tax.</summary>
public sealed record TaxRow(string Code, string Percent, IReadOnlyList<AmountKind> On);
/// <summary>A reason for exemption.</summary>
public sealed record ExemptionRow(string Name, bool All, IReadOnlyList<string> Taxes);

/// <summary>Shop supplies.</summary>
public sealed record SuppliesRow
{
    /// <summary>No supplies.</summary>
    public static readonly SuppliesRow None = new() { Charged = false, Percent = "", Base = SuppliesBase.Labor, Minimum = "", Maximum = "", Taxable = true, CostPercent = "" };

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

/// <summary>How far approved work may grow past what was agreed to; empty figures are not set.</summary>
public sealed record OverrunRow
{
    /// <summary>It may not grow.</summary>
    public static readonly OverrunRow None = new() { Percent = "", Amount = "", TakeGreater = false };

    /// <summary>Percent of the amount agreed to.</summary>
    public required string Percent { get; init; }
    /// <summary>An amount.</summary>
    public required string Amount { get; init; }
    /// <summary>True takes the greater of the two, false the smaller.</summary>
    public required bool TakeGreater { get; init; }
}
