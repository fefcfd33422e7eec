namespace Yardstick.Core.Pricing;

/// <summary>What makes a case bad beyond the shape and limits of its values (rules, The price command).</summary>
public static class PricingCaseValidator
{
    /// <summary>Throws the first problem of a case.</summary>
    /// <exception cref="CaseException">The case is bad.</exception>
    public static void Check(PricingCase pricing)
    {
        PricingPolicyValidator.Check(pricing.Policy);
        Rate(pricing, pricing.Customer.LaborRate, "customer.laborRate");
        Rate(pricing, pricing.LaborRate, "laborRate");
        for (var d = 0; d < pricing.Discounts.Count; d++)
            Discount(pricing.Discounts[d], $"discounts[{d}]");

        var ids = new HashSet<string>(StringComparer.Ordinal);
        for (var j = 0; j < pricing.Jobs.Count; j++)
        {
            if (pricing.Jobs[j].Id.Length == 0)
                throw new CaseException($"jobs[{j}].id", "A job needs an id that is not empty.");
            if (!ids.Add(pricing.Jobs[j].Id))
                throw new CaseException($"jobs[{j}].id", $"Two jobs have the id \"{pricing.Jobs[j].Id}\".");
        }
        for (var j = 0; j < pricing.Jobs.Count; j++)
            Job(pricing, pricing.Jobs[j], ids, j);
        if (pricing.Include.Ids is not { } included)
            return;
        for (var i = 0; i < included.Count; i++)
        {
            if (!ids.Contains(included[i]))
                throw new CaseException($"include[{i}]", $"No job has the id \"{included[i]}\".");
        }
    }

    private static void Job(PricingCase pricing, PricingJob job, HashSet<string> ids, int index)
    {
        if (job.LaborRate is not null)
            Rate(pricing, job.LaborRate, $"jobs[{index}].laborRate");
        for (var d = 0; d < job.Discounts.Count; d++)
            Discount(job.Discounts[d], $"jobs[{index}].discounts[{d}]");
        if (job.Credit is { } credit)
        {
            Discount(new Discount(credit.Percent, credit.Amount), $"jobs[{index}].credit");
            for (var w = 0; w < credit.When.Count; w++)
            {
                if (!ids.Contains(credit.When[w]))
                    throw new CaseException($"jobs[{index}].credit.when[{w}]", $"No job has the id \"{credit.When[w]}\".");
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
            throw new CaseException(
                $"jobs[{index}].fixedPrice",
                "A fixed price needs a labor, part or sublet line Add a labor, part or sublet line that is not left out."
            );
    }

    private static void Line(PricingCase pricing, PricingLine line)
    {
        if (line.Discount is { } discount)
        {
            if (line is FeeCaseLine)
                throw new CaseException("discount", "A fee has no discount.");
            Discount(discount, "discount");
        }
        switch (line)
        {
            case LaborCaseLine labor:
                if (labor.Rate is not null)
                    Rate(pricing, labor.Rate, "rate");
                break;
            case PartCaseLine part:
                if (part.CoresReturned > part.Quantity)
                    throw new CaseException("coresReturned", "More cores were returned than there are parts on the line.");
                if (part.UnitPrice is null && PartPrice.BandsOf(pricing.Policy, part.Category) is null)
                    throw new CaseException("category", "The policy has no standard markup bands for this part's category.");
                break;
            case SubletCaseLine { Price: null, MarkupPercent: null }:
                throw new CaseException("price", "Sublet needs a price or a markup.");
        }
    }

    private static void Discount(Discount discount, string path)
    {
        if (discount.Percent is null == discount.Amount is null)
            throw new CaseException(path, "Enter a percent or an amount, not both.");
        if (discount.Percent > 100)
            throw new CaseException($"{path}.percent", "A discount can't be above 100 percent.");
    }

    private static void Rate(PricingCase pricing, RateChoice? choice, string path)
    {
        if (choice?.Name is { } name && LaborRates.Named(pricing, name) is null)
            throw new CaseException(path, $"No labor rate is named \"{name}\".");
    }
}
