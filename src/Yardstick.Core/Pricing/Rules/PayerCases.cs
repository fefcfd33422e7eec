namespace Yardstick.Core.Pricing;

/// <summary>Cases of an order's payers.</summary>
public static class PayerCases
{
    /// <summary>
    /// The case as each payer's account prices it, the customer's first, all jobs in each; order discounts of an amount are on the
    /// customer's alone, and the shop itself pays neither taxes nor supplies nor order fees.
    /// </summary>
    /// <param name="pricing">The order's case.</param>
    public static IEnumerable<(string Key, PricingCase Case)> Split(PricingCase pricing) =>
        [
            ("", pricing with { Payers = [] }),
            .. pricing.Payers.Select(p => (p.Key, PayersEvaluator.CaseOf(pricing, p) with { Payers = [] })),
        ];
}
