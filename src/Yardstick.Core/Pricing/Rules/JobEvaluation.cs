using Yardstick.Core.Values;

namespace Yardstick.Core.Pricing;

/// <summary>One job priced within a set of jobs, before the order's discounts (rules, Jobs).</summary>
internal sealed class JobEvaluation
{
    internal required PricedItem[] Items { get; init; }

    /// <summary>What line discounts, job discounts and the credit took, in cents.</summary>
    internal long Discount { get; private set; }

    /// <summary>What each discount of the job took, its credit last.</summary>
    internal List<long> Taken { get; } = [];

    internal static JobEvaluation Of(PricingCase pricing, int index, PreparedLine[] lines, bool credited, PricingTrace? trace)
    {
        var job = pricing.Jobs[index];
        var companions = Companions(pricing, job);
        var count = 0;
        foreach (var line in job.Lines)
            if (!line.Out)
                count++;
        var items = new PricedItem[count + companions.Count];
        var at = 0;
        for (var l = 0; l < job.Lines.Count; l++)
        {
            var line = job.Lines[l];
            if (line.Out)
                continue;
            ref readonly var prepared = ref lines[l];
            items[at++] = new PricedItem
            {
                Kind = prepared.Kind,
                Line = l,
                Amount = prepared.Amount,
                Net = prepared.Amount,
                Core = prepared.Core,
                Cost = prepared.Cost,
                Hours = prepared.Hours,
                ReducedBy = prepared.ReducedBy,
                Taxable = line.Taxable,
                PassThrough = line is FeeCaseLine { PassThrough: true },
            };
        }
        if (job.FixedPrice is { } price)
            ShareFixedPrice(items.AsSpan(0, at), Rounding.Cents(price));
        for (var c = 0; c < companions.Count; c++)
            items[at + c] = companions[c];

        var evaluation = new JobEvaluation { Items = items };
        evaluation.TakeLineDiscounts(job);
        foreach (var discount in job.Discounts)
            evaluation.Take(discount);
        if (credited && job.Credit is { } credit)
            evaluation.Take(new Discount(credit.Percent, credit.Amount));
        if (trace is not null)
            ItemTrace.Explain(trace, pricing, index, lines, evaluation, credited);
        return evaluation;
    }

    private static void ShareFixedPrice(Span<PricedItem> items, long price)
    {
        var weights = new long[items.Length];
        var sum = 0L;
        for (var i = 0; i < items.Length; i++)
        {
            if (!Discountable(items[i].Kind))
                continue;
            weights[i] = items[i].Amount;
            sum = checked(sum + weights[i]);
        }
        if (sum == 0)
        {
            for (var i = 0; i < items.Length; i++)
                weights[i] = Discountable(items[i].Kind) ? 1 : 0;
        }
        var shares = new long[items.Length];
        Rounding.Share(price, weights, shares);
        for (var i = 0; i < items.Length; i++)
        {
            if (!Discountable(items[i].Kind))
                continue;
            items[i].Amount = shares[i];
            items[i].Net = shares[i];
        }
    }

    /// <summary>Labor, parts and sublet can be discounted and stand inside a fixed price.</summary>
    internal static bool Discountable(AmountKind kind) => kind is AmountKind.Labor or AmountKind.Part or AmountKind.Sublet;

    private void Take(Discount discount)
    {
        var taken = OrderDiscount.Take(Items, discount);
        Taken.Add(taken);
        Discount = checked(Discount + taken);
    }

    private void TakeLineDiscounts(PricingJob job)
    {
        for (var i = 0; i < Items.Length; i++)
        {
            ref var item = ref Items[i];
            if (item.Line < 0 || job.Lines[item.Line].Discount is not { } discount)
                continue;
            var taken = OrderDiscount.Of(discount, item.Net);
            item.Net -= taken;
            item.LineDiscount = taken;
            Discount = checked(Discount + taken);
        }
    }

    /// <summary>Whether a part brings a companion along: by its category as the policy says, or by itself.</summary>
    internal static bool Calls(PricingPolicy policy, CompanionRule rule, PartCaseLine part) =>
        policy.Companions.Contains(rule) ? part.Category == rule.Category : part.Along.Any(r => r.Code == rule.Code);

    private static List<PricedItem> Companions(PricingCase pricing, PricingJob job)
    {
        var found = new List<PricedItem>();
        foreach (var rule in pricing.Policy.Companions)
            AddCompanion(found, pricing, job, rule, part => part.Category == rule.Category);
        // What comes along with single parts: the policy's own code goes first, and a code that several parts name comes once, for all of
        // them.
        var codes = new HashSet<string>(StringComparer.Ordinal);
        foreach (var line in job.Lines)
        {
            if (line is not PartCaseLine { Along.Count: > 0 } own)
                continue;
            foreach (var rule in own.Along)
            {
                if (!pricing.Policy.Companions.Any(r => r.Code == rule.Code) && codes.Add(rule.Code))
                    AddCompanion(found, pricing, job, rule, part => part.Along.Any(r => r.Code == rule.Code));
            }
        }
        return found;
    }

    private static void AddCompanion(
        List<PricedItem> found,
        PricingCase pricing,
        PricingJob job,
        CompanionRule rule,
        Func<PartCaseLine, bool> calls
    )
    {
        if (pricing.CounterSale && rule.Kind == AmountKind.Labor)
            return;
        decimal quantity = 0;
        var called = false;
        foreach (var line in job.Lines)
        {
            if (line.Out || line is not PartCaseLine part || !calls(part))
                continue;
            called = true;
            quantity += part.Quantity;
        }
        if (!called || job.Waived.Contains(rule.Code))
            return;
        CompanionEdit? edit = null;
        foreach (var made in job.CompanionEdits)
            if (made.Code == rule.Code)
                edit = made;
        quantity = edit?.Quantity ?? quantity;
        var each = edit?.AmountPerUnit ?? rule.AmountPerUnit;
        var amount = Rounding.Cents(quantity * each);
        var hours = rule.Kind == AmountKind.Labor ? quantity * rule.HoursPerUnit : 0;
        found.Add(
            new PricedItem
            {
                Kind = rule.Kind,
                Line = -1,
                Companion = rule,
                Each = each,
                Edit = edit,
                Amount = amount,
                Net = amount,
                Quantity = quantity,
                Hours = hours,
                Taxable = rule.Taxable,
                PassThrough = rule is { Kind: AmountKind.Fee, PassThrough: true },
                Cost = rule.Kind switch
                {
                    AmountKind.Labor => Rounding.Cents(hours * pricing.Policy.LaborCostPerHour),
                    AmountKind.Fee when rule.PassThrough => 0,
                    _ => Rounding.Cents(quantity * rule.CostPerUnit),
                },
            }
        );
    }
}
