namespace Yardstick.Core.Pricing;

/// <summary>A case that can't be priced: where it is wrong, and why in a sentence.</summary>
public sealed class CaseException(string path, string message) : Exception(message)
{
    /// <summary>Path of the bad value, such as <c>jobs[0].lines[2].hours</c>; empty for the whole.</summary>
    public string Path { get; } = path;

    /// <summary>The same problem seen from one level up.</summary>
    internal CaseException Under(string parent) => new(Path.Length == 0 ? parent : Path[0] == '[' ? parent + Path : $"{parent}.{Path}", Message);
}

/// <summary>What makes a case bad beyond the shape and limits of its values (rules, section 5).</summary>
public static class CaseCheck
{
    /// <summary>Throws the first problem of a case.</summary>
    /// <exception cref="CaseException">The case is bad.</exception>
    public static void Check(PricingCase pricing)
    {
        PolicyCheck.Check(pricing.Policy);
        Rate(pricing, pricing.Customer.LaborRate, "customer.laborRate");
        Rate(pricing, pricing.LaborRate, "laborRate");
        for (var d = 0; d < pricing.Discounts.Count; d++) Discount(pricing.Discounts[d], $"discounts[{d}]");

        var ids = new HashSet<string>(StringComparer.Ordinal);
        for (var j = 0; j < pricing.Jobs.Count; j++)
        {
            if (pricing.Jobs[j].Id.Length == 0) throw new CaseException($"jobs[{j}].id", "A job needs an id that is not empty.");
            if (!ids.Add(pricing.Jobs[j].Id)) throw new CaseException($"jobs[{j}].id", $"Two jobs have the id \"{pricing.Jobs[j].Id}\".");
        }
        for (var j = 0; j < pricing.Jobs.Count; j++) Job(pricing, pricing.Jobs[j], ids, j);
        if (pricing.Include.Ids is not { } included) return;
        for (var i = 0; i < included.Count; i++)
        {
            if (!ids.Contains(included[i])) throw new CaseException($"include[{i}]", $"No job has the id \"{included[i]}\".");
        }
    }

    private static void Job(PricingCase pricing, PricingJob job, HashSet<string> ids, int index)
    {
        if (job.LaborRate is not null) Rate(pricing, job.LaborRate, $"jobs[{index}].laborRate");
        for (var d = 0; d < job.Discounts.Count; d++) Discount(job.Discounts[d], $"jobs[{index}].discounts[{d}]");
        if (job.Credit is { } credit)
        {
            Discount(new Discount(credit.Percent, credit.Amount), $"jobs[{index}].credit");
            for (var w = 0; w < credit.When.Count; w++)
            {
                if (!ids.Contains(credit.When[w])) throw new CaseException($"jobs[{index}].credit.when[{w}]", $"No job has the id \"{credit.When[w]}\".");
            }
        }
        var sharing = false;
        for (var l = 0; l < job.Lines.Count; l++)
        {
            var line = job.Lines[l];
            try
            {
                Line(pricing, line);
            }
            catch (CaseException bad)
            {
                throw bad.Under($"jobs[{index}].lines[{l}]");
            }
            sharing |= !line.Out && JobEvaluation.Discountable(line.Kind);
        }
        if (job.FixedPrice is not null && !sharing)
            throw new CaseException($"jobs[{index}].fixedPrice", "A fixed price needs a labor, part or sublet line that is not switched out.");
    }

    private static void Line(PricingCase pricing, PricingLine line)
    {
        if (line.Discount is { } discount)
        {
            if (line is FeeLine) throw new CaseException("discount", "A fee has no discount.");
            Discount(discount, "discount");
        }
        switch (line)
        {
            case LaborLine labor:
                if (labor.Rate is not null) Rate(pricing, labor.Rate, "rate");
                break;
            case PartLine part:
                if (part.CoresReturned > part.Quantity) throw new CaseException("coresReturned", "More cores were returned than parts are on the line.");
                if (part.UnitPrice is null && PartPrice.BandsOf(pricing.Policy, part.Category) is null)
                    throw new CaseException("category", "The policy has no standard markup bands for this part's category.");
                break;
            case SubletLine { Price: null, MarkupPercent: null }:
                throw new CaseException("price", "Sublet needs a price or a markup.");
        }
    }

    private static void Discount(Discount discount, string path)
    {
        if (discount.Percent is null == discount.Amount is null) throw new CaseException(path, "It needs exactly one of percent and amount.");
        if (discount.Percent > 100) throw new CaseException($"{path}.percent", "A discount can't be above 100 percent.");
    }

    private static void Rate(PricingCase pricing, RateChoice? choice, string path)
    {
        if (choice?.Name is { } name && LaborRates.Named(pricing, name) is null)
            throw new CaseException(path, $"No labor rate is named \"{name}\".");
    }
}

/// <summary>What makes a policy bad.</summary>
public static class PolicyCheck
{
    /// <summary>Throws the first problem of a policy, by its path under <c>policy</c>.</summary>
    /// <exception cref="CaseException">The policy is bad.</exception>
    public static void Check(PricingPolicy policy)
    {
        foreach (var (name, bands) in policy.MarkupBands) Bands(bands, $"policy.markupBands.{name}");
        foreach (var (category, bands) in policy.Categories)
        {
            if (category.Length == 0) throw new CaseException("policy.categories", "A category's name can't be empty.");
            if (bands is not null && !policy.MarkupBands.ContainsKey(bands))
                throw new CaseException($"policy.categories.{category}.bands", $"No markup bands are named \"{bands}\".");
        }
        Ending(policy.PriceEnding);
        for (var c = 0; c < policy.Companions.Count; c++)
        {
            var rule = policy.Companions[c];
            NotEmpty(rule.Code, $"policy.companions[{c}].code");
            NotEmpty(rule.Category, $"policy.companions[{c}].category");
            if (rule.Kind is not (AmountKind.Labor or AmountKind.Part or AmountKind.Fee))
                throw new CaseException($"policy.companions[{c}].kind", "A companion is labor, part or fee.");
        }
        for (var f = 0; f < policy.OrderFees.Count; f++)
        {
            NotEmpty(policy.OrderFees[f].Code, $"policy.orderFees[{f}].code");
            if (policy.OrderFees[f].Category is { } category) NotEmpty(category, $"policy.orderFees[{f}].category");
        }
        var codes = new HashSet<string>(StringComparer.Ordinal);
        for (var t = 0; t < policy.Taxes.Count; t++)
        {
            NotEmpty(policy.Taxes[t].Code, $"policy.taxes[{t}].code");
            if (!codes.Add(policy.Taxes[t].Code)) throw new CaseException($"policy.taxes[{t}].code", $"Two taxes have the code \"{policy.Taxes[t].Code}\".");
        }
    }

    private static void NotEmpty(string text, string path)
    {
        if (text.Length == 0) throw new CaseException(path, "It can't be empty.");
    }

    private static void Bands(IReadOnlyList<MarkupBand> bands, string path)
    {
        if (bands.Count == 0) throw new CaseException(path, "A markup table needs at least one band.");
        decimal? below = null;
        for (var b = 0; b < bands.Count; b++)
        {
            var edge = bands[b].UpTo;
            if (b == bands.Count - 1)
            {
                if (edge is not null) throw new CaseException($"{path}[{b}].upTo", "The last band has to be open.");
            }
            else if (edge is null || edge <= below)
            {
                throw new CaseException($"{path}[{b}].upTo", "The edges of the bands have to rise.");
            }
            below = edge;
        }
    }

    private static void Ending(PriceEnding ending)
    {
        if (ending.RoundUpTo is not null && ending.EndWith is not null)
            throw new CaseException("policy.priceEnding", "It needs exactly one of roundUpTo and endWith.");
        if (ending.RoundUpTo is <= 0) throw new CaseException("policy.priceEnding.roundUpTo", "It has to be above zero.");
        if (ending.EndWith is < 0 or >= 1) throw new CaseException("policy.priceEnding.endWith", "It has to be from 0 to below 1.");
    }
}
