namespace Yardstick.Core.Pricing;

/// <summary>What a tax can be on, and what an amount on an order is.</summary>
public enum AmountKind
{
    /// <summary>Work by the shop's own people.</summary>
    Labor,
    /// <summary>Parts, without their cores.</summary>
    Part,
    /// <summary>Deposits on old parts.</summary>
    Core,
    /// <summary>Work sent out.</summary>
    Sublet,
    /// <summary>Fees, those held for others among them.</summary>
    Fee,
    /// <summary>Shop supplies.</summary>
    Supplies,
}

/// <summary>The shop's pricing policy: everything that turns costs and hours into amounts.</summary>
public sealed record PricingPolicy
{
    /// <summary>ISO 4217 code; every currency has two decimals here.</summary>
    public string Currency { get; init; } = "USD";
    /// <summary>True where prices hold their taxes already.</summary>
    public bool PricesIncludeTax { get; init; }
    /// <summary>Labor rates per hour by name; <c>general</c> is the last resort.</summary>
    public IReadOnlyDictionary<string, decimal> LaborRates { get; init; } = new Dictionary<string, decimal>();
    /// <summary>What an hour of labor costs the shop, if it is not given on the line.</summary>
    public decimal LaborCostPerHour { get; init; }
    /// <summary>Markup tables by name; <c>standard</c> serves categories without one of their own.</summary>
    public IReadOnlyDictionary<string, IReadOnlyList<MarkupBand>> MarkupBands { get; init; } = new Dictionary<string, IReadOnlyList<MarkupBand>>();
    /// <summary>Part categories and the markup table that each uses.</summary>
    public IReadOnlyDictionary<string, string?> Categories { get; init; } = new Dictionary<string, string?>();
    /// <summary>How part prices end.</summary>
    public PriceEnding PriceEnding { get; init; } = PriceEnding.None;
    /// <summary>True where a part never sells above its list price.</summary>
    public bool CapAtList { get; init; }
    /// <summary>What comes along with parts of a category.</summary>
    public IReadOnlyList<CompanionRule> Companions { get; init; } = [];
    /// <summary>Fees charged once an order.</summary>
    public IReadOnlyList<OrderFee> OrderFees { get; init; } = [];
    /// <summary>Shop supplies, or none.</summary>
    public SuppliesRule? Supplies { get; init; }
    /// <summary>Taxes in the order in which they are shown.</summary>
    public IReadOnlyList<TaxRule> Taxes { get; init; } = [];
    /// <summary>How far approved work may grow past what was agreed to.</summary>
    public OverrunRule? Overrun { get; init; }
}

/// <summary>One band of a markup table: costs up to and with <see cref="UpTo"/> are multiplied by <see cref="Multiplier"/>.</summary>
/// <param name="UpTo">The highest cost in the band, null for the open last one.</param>
/// <param name="Multiplier">Price = cost × this, up to 3 decimals.</param>
public sealed record MarkupBand(decimal? UpTo, decimal Multiplier);

/// <summary>How a part's price ends: as it comes, at a multiple, or at a fraction of a whole.</summary>
public sealed record PriceEnding
{
    /// <summary>Prices stay as they come.</summary>
    public static readonly PriceEnding None = new();
    /// <summary>Prices rise to the nearest multiple of this, above zero.</summary>
    public decimal? RoundUpTo { get; init; }
    /// <summary>Prices rise to the nearest whole plus this, from 0 to below 1.</summary>
    public decimal? EndWith { get; init; }
}

/// <summary>Something that comes along with every unit of a part category (mounting with tires).</summary>
public sealed record CompanionRule
{
    /// <summary>Short name, by which a job waives it.</summary>
    public required string Code { get; init; }
    /// <summary>What the customer reads.</summary>
    public string? Label { get; init; }
    /// <summary>The part category that calls it.</summary>
    public required string Category { get; init; }
    /// <summary>Labor, part or fee.</summary>
    public required AmountKind Kind { get; init; }
    /// <summary>Price for each unit.</summary>
    public required decimal AmountPerUnit { get; init; }
    /// <summary>Hours for each unit, of a labor companion.</summary>
    public decimal HoursPerUnit { get; init; }
    /// <summary>Cost of each unit, of a part or fee companion.</summary>
    public decimal CostPerUnit { get; init; }
    /// <summary>False where no tax is on it.</summary>
    public bool Taxable { get; init; } = true;
    /// <summary>True for money held for somebody else.</summary>
    public bool PassThrough { get; init; }
}

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

/// <summary>What shop supplies are a percentage of.</summary>
public enum SuppliesBase
{
    /// <summary>Net labor.</summary>
    Labor,
    /// <summary>Net parts.</summary>
    Parts,
    /// <summary>Both.</summary>
    LaborAndParts,
}

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

/// <summary>A tax and what it is on.</summary>
/// <param name="Code">Name on documents and in the books.</param>
/// <param name="Percent">Rate, up to 3 decimals.</param>
/// <param name="On">The kinds of amount that it is on.</param>
public sealed record TaxRule(string Code, decimal Percent, IReadOnlyList<AmountKind> On);

/// <summary>How far approved work may grow past the amount agreed to: a percentage, an amount, the smaller or the greater of both.</summary>
public sealed record OverrunRule
{
    /// <summary>Percent of the amount agreed to.</summary>
    public decimal? Percent { get; init; }
    /// <summary>An amount.</summary>
    public decimal? Amount { get; init; }
    /// <summary>True takes the greater of the two, false the smaller.</summary>
    public bool TakeGreater { get; init; }
}
