using Yardstick.Core.Values;

namespace Yardstick.Core.Pricing;

/// <summary>Prices sets of jobs of one case; what does not depend on the set is computed once.</summary>
internal sealed class OrderEvaluator : ICaseEvaluator
{
    private readonly PricingCase pricing;
    private readonly PreparedLine[][] prepared;
    private readonly TaxComputation taxes;

    /// <summary>Jobs whose figures are the same in every set: no named operations and no credit.</summary>
    private readonly JobEvaluation?[] constant;
    private readonly bool[] dependent;

    internal OrderEvaluator(PricingCase pricing)
    {
        this.pricing = pricing;
        prepared = PreparedLines.Of(pricing);
        taxes = new TaxComputation(pricing.Policy, pricing.Customer);
        constant = new JobEvaluation?[pricing.Jobs.Count];
        dependent = new bool[pricing.Jobs.Count];
        for (var j = 0; j < dependent.Length; j++)
        {
            var job = pricing.Jobs[j];
            dependent[j] = job.Credit is not null || job.Lines.Any(l => l is LaborCaseLine { Operation: not null });
        }
    }

    internal TaxComputation Taxes => taxes;

    public PreparedLine[] Prepared(int job) => prepared[job];

    public OrderEvaluation Evaluate(ReadOnlySpan<bool> included, PricingTrace? trace = null) => Evaluate(included, [], trace);

    /// <summary>Prices a set of jobs; order fees that another payer's invoice has already are left out.</summary>
    internal OrderEvaluation Evaluate(ReadOnlySpan<bool> included, IReadOnlyCollection<string> chargedFees, PricingTrace? trace)
    {
        var jobs = pricing.Jobs;
        var lines = Overlapped(included, trace);
        var result = new OrderEvaluation
        {
            By = this,
            Items = new PricedItem[]?[jobs.Count],
            JobDiscounts = new long[jobs.Count],
            JobDiscountsTaken = new IReadOnlyList<long>[jobs.Count],
            TaxBases = new long[pricing.Policy.Taxes.Count],
            TaxAmounts = new long[pricing.Policy.Taxes.Count],
            GroupTaxes = new long[taxes.GroupCount],
        };
        for (var j = 0; j < jobs.Count; j++)
        {
            if (!included[j])
                continue;
            JobEvaluation job;
            if (dependent[j] || trace is not null)
                job = JobEvaluation.Of(pricing, j, lines[j], Credited(j, included), trace);
            else
                job = constant[j] ??= JobEvaluation.Of(pricing, j, lines[j], false, null);
            result.JobDiscounts[j] = job.Discount;
            result.JobDiscountsTaken[j] = job.Taken;
            result.Discounts = checked(result.Discounts + job.Discount);
            result.Items[j] = job.Items;
        }
        if (pricing.Discounts.Count > 0)
            TakeOrderDiscounts(result, trace);
        foreach (var items in result.Items)
        {
            foreach (ref readonly var item in items.AsSpan())
                result.Sums.Add(item);
        }
        AddSupplies(result, trace);
        AddOrderFees(result, included, null, chargedFees, trace);
        AddTaxes(result, trace);
        return result;
    }

    /// <summary>
    /// What is left of amounts that were frozen: supplies, order fees and taxes anew, everything before them as it stands.
    /// </summary>
    /// <param name="items">What is left of each job's amounts; null where the job was not included.</param>
    /// <param name="gone">Own lines, by job, that are no lines any more.</param>
    internal OrderEvaluation Standing(PricedItem[]?[] items, bool[][] gone)
    {
        var included = new bool[items.Length];
        var result = new OrderEvaluation
        {
            By = this,
            Items = items,
            JobDiscounts = new long[items.Length],
            JobDiscountsTaken = new IReadOnlyList<long>[items.Length],
            TaxBases = new long[pricing.Policy.Taxes.Count],
            TaxAmounts = new long[pricing.Policy.Taxes.Count],
            GroupTaxes = new long[taxes.GroupCount],
        };
        for (var j = 0; j < items.Length; j++)
        {
            included[j] = items[j] is not null;
            foreach (ref readonly var item in items[j].AsSpan())
                result.Sums.Add(item);
        }
        AddSupplies(result, null);
        AddOrderFees(result, included, gone, [], null);
        AddTaxes(result, null);
        return result;
    }

    private bool Credited(int job, ReadOnlySpan<bool> included)
    {
        if (pricing.Jobs[job].Credit is not { } credit)
            return false;
        for (var j = 0; j < included.Length; j++)
        {
            if (included[j] && credit.When.Contains(pricing.Jobs[j].Id))
                return true;
        }
        return false;
    }

    private PreparedLine[][] Overlapped(ReadOnlySpan<bool> included, PricingTrace? trace)
    {
        var operations = new List<LaborOverlap.Operation>();
        for (var j = 0; j < included.Length; j++)
        {
            if (!included[j] || !dependent[j])
                continue;
            var lines = pricing.Jobs[j].Lines;
            for (var l = 0; l < lines.Count; l++)
            {
                if (lines[l] is LaborCaseLine { Operation: not null, Out: false } labor)
                    operations.Add(new(j, l, labor));
            }
        }
        if (operations.Count == 0)
            return prepared;
        var own = (PreparedLine[][])prepared.Clone();
        LaborOverlap.Reduce(operations, (operation, hours, by) =>
        {
            if (by is null)
                return;
            if (ReferenceEquals(own[operation.Job], prepared[operation.Job]))
                own[operation.Job] = (PreparedLine[])prepared[operation.Job].Clone();
            PreparedLines.SetHours(ref own[operation.Job][operation.Line], operation.Labor, hours);
            own[operation.Job][operation.Line].ReducedBy = by.By;
            trace?.For($"jobs[{operation.Job}].lines[{operation.Line}].overlap").Add(by.Words, Invariant($"{hours:0.##} h"));
        });
        return own;
    }

    private void TakeOrderDiscounts(OrderEvaluation result, PricingTrace? trace)
    {
        var why = trace?.For("discounts");
        if (result.Discounts != 0)
            why?.AddCents("Line and job discounts", result.Discounts);
        // Cached items are shared between sets: the discounts go onto a copy.
        var all = new List<PricedItem>();
        foreach (var items in result.Items)
            if (items is not null)
                all.AddRange(items);
        var span = System.Runtime.InteropServices.CollectionsMarshal.AsSpan(all);
        foreach (var discount in pricing.Discounts)
        {
            var taken = OrderDiscount.Take(span, discount);
            result.OrderDiscounts.Add(taken);
            result.Discounts = checked(result.Discounts + taken);
            why?.AddCents($"{ItemTrace.Describe(discount)} the order", taken);
        }
        var at = 0;
        for (var j = 0; j < result.Items.Length; j++)
        {
            if (result.Items[j] is not { } items)
                continue;
            result.Items[j] = span.Slice(at, items.Length).ToArray();
            at += items.Length;
        }
    }

    private void AddSupplies(OrderEvaluation result, PricingTrace? trace)
    {
        if (pricing.Policy.Supplies is not { } rule || pricing.CounterSale)
            return;
        var basis = rule.Base switch
        {
            SuppliesBase.Labor => result.Sums.Labor,
            SuppliesBase.Parts => result.Sums.Parts,
            _ => checked(result.Sums.Labor + result.Sums.Parts),
        };
        var why = trace?.For("supplies");
        if (basis <= 0)
            return;
        var cents = Rounding.PercentOf(basis, rule.Percent);
        why?.AddCents(
            rule.Base switch
            {
                SuppliesBase.Labor => "Labor after discounts",
                SuppliesBase.Parts => "Parts after discounts",
                _ => "Labor and parts after discounts",
            },
            basis
        );
        why?.AddCents(Invariant($"{rule.Percent:0.###}% of that"), cents);
        if (rule.Minimum is { } minimum && cents < Rounding.Cents(minimum))
        {
            cents = Rounding.Cents(minimum);
            why?.AddCents("At least", cents);
        }
        if (rule.Maximum is { } maximum && cents > Rounding.Cents(maximum))
        {
            cents = Rounding.Cents(maximum);
            why?.AddCents("At most", cents);
        }
        result.Supplies = cents;
        result.SuppliesCost = Rounding.PercentOf(cents, rule.CostPercent);
        if (rule.Taxable)
            result.Sums.Taxable[(int)AmountKind.Supplies] = cents;
    }

    private void AddOrderFees(
        OrderEvaluation result,
        ReadOnlySpan<bool> included,
        bool[][]? gone,
        IReadOnlyCollection<string> charged,
        PricingTrace? trace
    )
    {
        if (pricing.CounterSale)
            return;
        foreach (var fee in pricing.Policy.OrderFees)
        {
            if (charged.Contains(fee.Code) || !Charged(fee, included, gone))
                continue;
            var added = new ChargedFee(fee, Rounding.Cents(fee.Amount), fee.PassThrough ? 0 : Rounding.Cents(fee.CostEach));
            result.Fees.Add(added);
            result.Sums.Fees = checked(result.Sums.Fees + added.Amount);
            result.Sums.Cost = checked(result.Sums.Cost + added.Cost);
            if (fee.PassThrough)
                result.Sums.PassedOn = checked(result.Sums.PassedOn + added.Amount);
            if (fee.Taxable)
                result.Sums.Taxable[(int)AmountKind.Fee] = checked(result.Sums.Taxable[(int)AmountKind.Fee] + added.Amount);
            trace
                ?.For($"orderFees.{fee.Code}")
                .AddCents(fee.Category is null ? "Once per order" : $"Once per order with {fee.Category}", added.Amount);
        }
    }

    private bool Charged(OrderFee fee, ReadOnlySpan<bool> included, bool[][]? gone)
    {
        for (var j = 0; j < included.Length; j++)
        {
            if (!included[j])
                continue;
            var lines = pricing.Jobs[j].Lines;
            for (var l = 0; l < lines.Count; l++)
            {
                var line = lines[l];
                if (line.Out || gone?[j][l] == true)
                    continue;
                if (fee.Category is null || line is PartCaseLine part && part.Category == fee.Category)
                    return true;
            }
        }
        return false;
    }

    private void AddTaxes(OrderEvaluation result, PricingTrace? trace)
    {
        taxes.Compute(result.Sums.Taxable, result.TaxBases, result.TaxAmounts, result.GroupTaxes);
        foreach (var amount in result.TaxAmounts)
            result.TaxTotal = checked(result.TaxTotal + amount);
        result.Subtotal = checked(result.Sums.Subtotal + result.Supplies);
        result.Total = taxes.Inside ? result.Subtotal : checked(result.Subtotal + result.TaxTotal);
        if (trace is null)
            return;
        for (var t = 0; t < result.TaxBases.Length; t++)
        {
            var tax = pricing.Policy.Taxes[t];
            var why = trace.For($"taxes[{t}]");
            why.AddCents(
                taxes.Inside ? "Taxable, before tax" : $"Taxable: {string.Join(", ", tax.On).ToLowerInvariant()}",
                result.TaxBases[t]
            );
            why.AddCents(
                taxes.Inside ? Invariant($"{tax.Percent:0.###}% included in prices") : Invariant($"{tax.Percent:0.###}% of that"),
                result.TaxAmounts[t]
            );
        }
        var total = trace.For("total");
        total.AddCents("Labor", result.Sums.Labor);
        total.AddCents("Parts", result.Sums.Parts);
        if (result.Sums.Sublet != 0)
            total.AddCents("Sublet", result.Sums.Sublet);
        if (result.Sums.Fees != 0)
            total.AddCents("Fees", result.Sums.Fees);
        if (result.Sums.Core != 0)
            total.AddCents("Core charges", result.Sums.Core);
        if (result.Supplies != 0)
            total.AddCents("Shop supplies", result.Supplies);
        total.AddCents(taxes.Inside ? "Tax included" : "Taxes", result.TaxTotal);
    }
}
