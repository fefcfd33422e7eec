using Yardstick.Core.Customers;
using Yardstick.Core.Pricing;

namespace Yardstick.Core.Orders;

/// <summary>What an open order would come to under another policy. What the customer was told stays held.</summary>
/// <param name="TotalBefore">Total as offered.</param>
/// <param name="TotalAfter">Total as it would be offered.</param>
/// <param name="Changes">Amounts that change.</param>
/// <param name="Held">Lines whose price is held because the customer was told it.</param>
/// <param name="NeedsDecision">True where the approved work would pass the ceiling.</param>
public sealed record RepricePreview(
    decimal TotalBefore,
    decimal TotalAfter,
    IReadOnlyList<RepricedAmount> Changes,
    int Held,
    bool NeedsDecision
)
{
    /// <summary>Compares an order under two policies.</summary>
    /// <exception cref="CaseException">The other policy can't price the order.</exception>
    public static RepricePreview Of(Order order, Customer? customer, ShopPolicy before, ShopPolicy after, LocalDate day)
    {
        var include = OrderPricing.Offered(order);
        var was = OrderPricing.Price(order, customer, before, include, day);
        var now = OrderPricing.Price(order, customer, after, include, day);
        var changes = new List<RepricedAmount>();
        void Compare(string what, string job, decimal then, decimal today)
        {
            if (then != today)
                changes.Add(new RepricedAmount(what, job, then, today));
        }
        foreach (var job in order.OnJobs)
        {
            var (old, @new) = (was.Of(job), now.Of(job));
            if (!@new.Included)
                continue;
            foreach (var line in OrderPricing.PricedLines(job).Where(l => !l.IsExcluded))
                Compare(line.Description, job.Title, old.Of(line)!.Net, @new.Of(line)!.Net);
            foreach (var code in old.Companions.Concat(@new.Companions).Select(c => c.Rule.Code).Distinct())
            {
                var (then, today) = (
                    old.Companions.FirstOrDefault(c => c.Rule.Code == code),
                    @new.Companions.FirstOrDefault(c => c.Rule.Code == code)
                );
                Compare((today ?? then)!.Rule.Label ?? code, job.Title, then?.Net ?? 0, today?.Net ?? 0);
            }
        }
        foreach (var code in was.OrderFees.Concat(now.OrderFees).Select(f => f.Code).Distinct())
            Compare(
                code,
                "",
                was.OrderFees.FirstOrDefault(f => f.Code == code)?.Amount ?? 0,
                now.OrderFees.FirstOrDefault(f => f.Code == code)?.Amount ?? 0
            );
        Compare("Shop supplies", "", was.Supplies, now.Supplies);
        foreach (var code in was.Taxes.Concat(now.Taxes).Select(t => t.Code).Distinct())
            Compare(
                $"Tax, {code.ToLowerInvariant()}",
                "",
                was.Taxes.FirstOrDefault(t => t.Code == code)?.Amount ?? 0,
                now.Taxes.FirstOrDefault(t => t.Code == code)?.Amount ?? 0
            );
        var held = order
            .OnJobs.SelectMany(j => j.OnLines)
            .Count(l =>
                l
                    is PartLine { QuotedPrice: not null, UnitPrice: null, IsExcluded: false }
                        or LaborLine { QuotedPrice: not null, UnitPrice: null, IsExcluded: false }
            );
        return new RepricePreview(was.Total, now.Total, changes, held, now.Consent is { Needed: true });
    }
}
