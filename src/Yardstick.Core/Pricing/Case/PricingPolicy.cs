namespace Yardstick.Core.Pricing;

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
    public IReadOnlyDictionary<string, IReadOnlyList<MarkupBand>> MarkupBands { get; init; } =
        new Dictionary<string, IReadOnlyList<MarkupBand>>();

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
