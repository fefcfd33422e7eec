namespace Yardstick.Core.Pricing;

/// <summary>Somebody other than the customer who pays for jobs of an order (rules, Money after the invoice).</summary>
/// <param name="Key">By which jobs name it; never empty.</param>
/// <param name="Customer">What its account changes.</param>
/// <param name="IsShop">The shop itself: every tax exempt, no supplies and no order fees.</param>
/// <param name="Deductible">What the customer bears of it; at most its total.</param>
public sealed record CasePayer(string Key, PricingCustomer Customer, bool IsShop, decimal Deductible)
{
    /// <summary>The shop itself.</summary>
    public static CasePayer Shop { get; } = new("shop", new PricingCustomer { ExemptFromAll = true }, IsShop: true, 0);
}
