using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>
/// What an exemption freed of tax (rules, What the shop is measured by: exempt sales), apart from what bears none for anybody.
/// </summary>
public static class ExemptSales
{
    /// <summary>
    /// By tax: what it would be on were the customer not exempt, less what it is on. By the policy and the exemption as posted.
    /// </summary>
    /// <param name="posted">The case of the invoice.</param>
    /// <param name="credits">What was credited of it, in order; null for all that was left.</param>
    public static IReadOnlyDictionary<string, Money> Of(PricingCase posted, IEnumerable<IReadOnlyList<CreditPick>?> credits)
    {
        var exempt = new CreditedInvoice(posted);
        var without = new CreditedInvoice(posted with { Customer = posted.Customer with { ExemptFromAll = false, ExemptFrom = [] } });
        foreach (var picks in credits)
        foreach (var invoice in (CreditedInvoice[])[exempt, without])
            _ = picks is null ? invoice.CreditAll() : invoice.Credit(picks);
        return without
            .Left.Taxes.Zip(exempt.Left.Taxes, (free, taxed) => (free.Code, Freed: Money.Of(free.Base - taxed.Base)))
            .Where(t => t.Freed.Cents != 0)
            .ToDictionary(t => t.Code, t => t.Freed, StringComparer.Ordinal);
    }
}
