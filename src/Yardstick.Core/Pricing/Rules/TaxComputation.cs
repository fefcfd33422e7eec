using Yardstick.Core.Values;

namespace Yardstick.Core.Pricing;

/// <summary>Taxes of one order (rules, Taxes). Which taxes are on an amount depends on its kind alone, and on being taxable.</summary>
internal sealed class TaxComputation
{
    internal const int Kinds = 6;
    private readonly PricingPolicy policy;
    private readonly bool[][] on = new bool[Kinds][];

    /// <summary>Group of a kind where taxes are inside; -1 where no tax is on it.</summary>
    private readonly int[] groupOf = new int[Kinds];
    private readonly List<int> groups = [];

    internal TaxComputation(PricingPolicy policy, PricingCustomer customer)
    {
        this.policy = policy;
        for (var k = 0; k < Kinds; k++)
        {
            on[k] = new bool[policy.Taxes.Count];
            for (var t = 0; t < policy.Taxes.Count; t++)
            {
                var tax = policy.Taxes[t];
                on[k][t] = tax.On.Contains((AmountKind)k) && !customer.ExemptFromAll && !customer.ExemptFrom.Contains(tax.Code);
            }
            groupOf[k] = -1;
            if (Array.IndexOf(on[k], true) < 0)
                continue;
            groupOf[k] = groups.FindIndex(g => on[g].AsSpan().SequenceEqual(on[k]));
            if (groupOf[k] >= 0)
                continue;
            groupOf[k] = groups.Count;
            groups.Add(k);
        }
    }

    internal bool Inside => policy.PricesIncludeTax;
    internal int GroupCount => groups.Count;

    internal int GroupOf(AmountKind kind) => groupOf[(int)kind];

    /// <summary>Fills bases and amounts, in cents, from what is taxable by kind.</summary>
    /// <param name="taxable">Taxable net by kind.</param>
    /// <param name="bases">Base of each tax.</param>
    /// <param name="amounts">Amount of each tax.</param>
    /// <param name="groupTaxes">Where taxes are inside: the tax within each group.</param>
    internal void Compute(ReadOnlySpan<long> taxable, Span<long> bases, Span<long> amounts, Span<long> groupTaxes)
    {
        bases.Clear();
        amounts.Clear();
        if (Inside)
            ComputeInside(taxable, bases, amounts, groupTaxes);
        else
            ComputeOnTop(taxable, bases, amounts);
    }

    private void ComputeOnTop(ReadOnlySpan<long> taxable, Span<long> bases, Span<long> amounts)
    {
        for (var t = 0; t < policy.Taxes.Count; t++)
        {
            for (var k = 0; k < Kinds; k++)
            {
                if (on[k][t])
                    bases[t] = checked(bases[t] + taxable[k]);
            }
            amounts[t] = Rounding.PercentOf(bases[t], policy.Taxes[t].Percent);
        }
    }

    private void ComputeInside(ReadOnlySpan<long> taxable, Span<long> bases, Span<long> amounts, Span<long> groupTaxes)
    {
        var weights = new long[policy.Taxes.Count];
        var shares = new long[policy.Taxes.Count];
        for (var g = 0; g < groups.Count; g++)
        {
            var gross = 0L;
            for (var k = 0; k < Kinds; k++)
            {
                if (groupOf[k] == g)
                    gross = checked(gross + taxable[k]);
            }
            var members = on[groups[g]];
            decimal rate = 0;
            for (var t = 0; t < members.Length; t++)
            {
                weights[t] = members[t] ? (long)(policy.Taxes[t].Percent * 1000m) : 0;
                if (members[t])
                    rate += policy.Taxes[t].Percent;
            }
            var net = Rounding.Cents(Rounding.Amount(gross) / (1 + rate / 100m));
            groupTaxes[g] = gross - net;
            Rounding.Share(gross - net, weights, shares);
            for (var t = 0; t < members.Length; t++)
            {
                if (!members[t])
                    continue;
                bases[t] = checked(bases[t] + net);
                amounts[t] = checked(amounts[t] + shares[t]);
            }
        }
    }
}
