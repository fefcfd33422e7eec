using Yardstick.Core.Values;

namespace Yardstick.Core.Pricing;

/// <summary>
/// Prices a case whose jobs have several payers: each payer's jobs by themselves, as they will be invoiced; the order is their sum (rules,
/// Money after the invoice).
/// </summary>
internal sealed class PayersEvaluator : ICaseEvaluator
{
    private readonly PricingCase pricing;
    private readonly OrderEvaluator[] evaluators;
    private readonly int[] payerOf;

    internal PayersEvaluator(PricingCase pricing)
    {
        this.pricing = pricing;
        evaluators = [new OrderEvaluator(pricing), .. pricing.Payers.Select(p => new OrderEvaluator(CaseOf(pricing, p)))];
        payerOf = [.. pricing.Jobs.Select(j => j.Payer.Length == 0 ? 0 : 1 + IndexOf(pricing, j.Payer))];
    }

    /// <summary>Evaluates a case, by payer where there are several.</summary>
    internal static ICaseEvaluator For(PricingCase pricing) =>
        pricing.Payers.Count == 0 ? new OrderEvaluator(pricing) : new PayersEvaluator(pricing);

    /// <summary>A case as another payer's invoice prices it: its own account; discounts in percent hold, amounts are the customer's.</summary>
    internal static PricingCase CaseOf(PricingCase pricing, CasePayer payer) =>
        pricing with
        {
            Customer = payer.Customer,
            Discounts = pricing.Discounts.Where(d => d.Percent is not null).ToArray(),
            Policy = payer.IsShop ? pricing.Policy with { Supplies = null, OrderFees = [] } : pricing.Policy,
        };

    public PreparedLine[] Prepared(int job) => evaluators[payerOf[job]].Prepared(job);

    public OrderEvaluation Evaluate(ReadOnlySpan<bool> included, PricingTrace? trace = null)
    {
        var parts = new List<OrderEvaluation>();
        var charged = new HashSet<string>(StringComparer.Ordinal);
        var own = new bool[included.Length];
        for (var p = 0; p < evaluators.Length; p++)
        {
            for (var j = 0; j < own.Length; j++)
                own[j] = included[j] && payerOf[j] == p;
            var part = evaluators[p].Evaluate(own, charged, trace);
            charged.UnionWith(part.Fees.Select(f => f.Fee.Code));
            parts.Add(part);
        }
        return Sum(parts);
    }

    private OrderEvaluation Sum(List<OrderEvaluation> parts)
    {
        var jobs = pricing.Jobs.Count;
        var sum = new OrderEvaluation
        {
            By = evaluators[0],
            Parts = parts,
            Items = new PricedItem[]?[jobs],
            JobDiscounts = new long[jobs],
            JobDiscountsTaken = new IReadOnlyList<long>[jobs],
            TaxBases = new long[pricing.Policy.Taxes.Count],
            TaxAmounts = new long[pricing.Policy.Taxes.Count],
            GroupTaxes = [],
        };
        for (var j = 0; j < jobs; j++)
        {
            var part = parts[payerOf[j]];
            sum.Items[j] = part.Items[j];
            sum.JobDiscounts[j] = part.JobDiscounts[j];
            sum.JobDiscountsTaken[j] = part.JobDiscountsTaken[j];
            foreach (ref readonly var item in part.Items[j].AsSpan())
                sum.Sums.Add(item);
        }
        foreach (var part in parts)
        {
            sum.Discounts = checked(sum.Discounts + part.Discounts);
            sum.Supplies += part.Supplies;
            sum.SuppliesCost += part.SuppliesCost;
            sum.TaxTotal += part.TaxTotal;
            sum.Subtotal = checked(sum.Subtotal + part.Subtotal);
            sum.Total = checked(sum.Total + part.Total);
            sum.Fees.AddRange(part.Fees);
            for (var t = 0; t < sum.TaxBases.Length; t++)
            {
                sum.TaxBases[t] += part.TaxBases[t];
                sum.TaxAmounts[t] += part.TaxAmounts[t];
            }
        }
        foreach (var fee in sum.Fees)
        {
            sum.Sums.Fees += fee.Amount;
            sum.Sums.Cost += fee.Cost;
            sum.Sums.PassedOn += fee.Fee.PassThrough ? fee.Amount : 0;
        }
        sum.OrderDiscounts.AddRange(DiscountsTaken(parts));
        return sum;
    }

    /// <summary>What each discount of the order took: an amount from the customer's invoice alone.</summary>
    private IEnumerable<long> DiscountsTaken(List<OrderEvaluation> parts)
    {
        var percents = 0;
        for (var d = 0; d < pricing.Discounts.Count; d++)
        {
            var taken = parts[0].OrderDiscounts[d];
            if (pricing.Discounts[d].Percent is not null)
                taken += parts.Skip(1).Sum(p => p.OrderDiscounts[percents]);
            percents += pricing.Discounts[d].Percent is null ? 0 : 1;
            yield return taken;
        }
    }

    /// <summary>What each payer would be invoiced, the customer first; those who have nothing but an empty invoice are left out.</summary>
    internal static IReadOnlyList<PayerFigures> Figures(PricingCase pricing, OrderEvaluation main)
    {
        if (main.Parts.Count == 0)
            return [];
        var others = pricing
            .Payers.Select(
                (payer, p) =>
                {
                    var total = main.Parts[p + 1].Total;
                    return new PayerFigures(
                        payer.Key,
                        Rounding.Amount(total),
                        -Rounding.Amount(Math.Min(Rounding.Cents(payer.Deductible), total))
                    );
                }
            )
            .Where((_, p) => main.Parts[p + 1].Items.Any(i => i is not null))
            .ToList();
        return others.Count == 0
            ? []
            : [new PayerFigures("", Rounding.Amount(main.Parts[0].Total), -others.Sum(o => o.Deductible)), .. others];
    }

    private static int IndexOf(PricingCase pricing, string key)
    {
        for (var p = 0; p < pricing.Payers.Count; p++)
        {
            if (pricing.Payers[p].Key == key)
                return p;
        }
        throw new CaseException("jobs", $"Nobody pays by the name \"{key}\".");
    }
}
