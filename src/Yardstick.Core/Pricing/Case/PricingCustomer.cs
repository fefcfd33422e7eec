namespace Yardstick.Core.Pricing;

/// <summary>What a customer's account changes about prices.</summary>
public sealed record PricingCustomer
{
    /// <summary>The account's usual labor rate.</summary>
    public RateChoice? LaborRate { get; init; }

    /// <summary>The account's own numbers for named rates.</summary>
    public IReadOnlyDictionary<string, decimal> LaborRates { get; init; } = new Dictionary<string, decimal>();

    /// <summary>Percent off part prices, 0 to 100.</summary>
    public decimal PartsDiscountPercent { get; init; }

    /// <summary>Free of every tax.</summary>
    public bool ExemptFromAll { get; init; }

    /// <summary>Codes of the taxes that the customer is free of.</summary>
    public IReadOnlyList<string> ExemptFrom { get; init; } = [];
}
