namespace Yardstick.Core.Pricing;

/// <summary>The steps of a job's lines, made only when somebody asks why.</summary>
internal static class ItemTrace
{
    internal static void Explain(
        PricingTrace trace,
        PricingCase pricing,
        int index,
        PreparedLine[] lines,
        JobEvaluation evaluation,
        bool credited
    )
    {
        var job = pricing.Jobs[index];
        foreach (var item in evaluation.Items)
        {
            if (item.Line < 0)
            {
                var rule = item.Companion!;
                var companion = trace.For($"jobs[{index}].companions.{rule.Code}");
                if (item.Edit is { AmountPerUnit: not null })
                    companion.Add("Manual price; pricing rules give", rule.AmountPerUnit);
                if (item.Edit is { Quantity: not null })
                    companion.Add("Manual quantity", Invariant($"{item.Quantity:0.###}"));
                companion.AddCents(Invariant($"{item.Quantity:0.###} × {item.Each:0.00##}, added with {rule.Category}"), item.Amount);
                if (item.Net != item.Amount)
                    companion.AddCents("After the job's discounts", item.Net);
                continue;
            }
            var each = trace.For($"jobs[{index}].lines[{item.Line}].each");
            Each(each, pricing, job, job.Lines[item.Line], lines[item.Line]);
            var why = trace.For($"jobs[{index}].lines[{item.Line}]");
            foreach (var step in each.Steps)
                why.Add(step);
            Amount(why, job.Lines[item.Line], lines[item.Line]);
            if (item.Amount != lines[item.Line].Amount)
                why.AddCents(Invariant($"Share of the fixed price {job.FixedPrice:0.00}"), item.Amount);
            if (item.Net != item.Amount)
                why.AddCents("After line and job discounts", item.Net);
        }
        var discount = trace.For($"jobs[{index}].discount");
        foreach (var given in job.Discounts)
            discount.Add(Describe(given), "");
        if (credited && job.Credit is { } credit)
            discount.Add($"Credited toward the repair: {Describe(new Discount(credit.Percent, credit.Amount))}", "");
        discount.AddCents("Discount", evaluation.Discount);
    }

    internal static string Describe(Discount discount) =>
        (discount.Percent is { } percent ? Invariant($"{percent:0.###}%") : Invariant($"{discount.Amount:0.00}"))
        + discount.On switch
        {
            DiscountBase.Labor => " off labor",
            DiscountBase.Parts => " off parts",
            _ => " off",
        };

    /// <summary>How the price of one unit, or the rate of an hour, came about.</summary>
    private static void Each(StepList why, PricingCase pricing, PricingJob job, PricingLine line, in PreparedLine prepared)
    {
        switch (line)
        {
            case LaborCaseLine { Price: not null }:
                break;
            case LaborCaseLine { Held: true }:
                why.Add("Labor rate quoted to the customer, held", prepared.Rate);
                break;
            case LaborCaseLine labor:
                why.Add(RateName(pricing, job, labor), prepared.Rate);
                break;
            case PartCaseLine { UnitPrice: { } own } part:
                why.Add(part.Held ? "Price quoted to the customer, held" : "Manual price", own);
                if (PartPrice.BandsOf(pricing.Policy, part.Category) is not null)
                    why.Add("Pricing rules give", PartPrice.ByPolicy(pricing.Policy, pricing.Customer, part));
                break;
            case PartCaseLine part:
                PartPrice.ByPolicy(pricing.Policy, pricing.Customer, part, why);
                break;
            case FeeCaseLine fee:
                why.Add("Fee amount", fee.Amount);
                break;
        }
    }

    private static void Amount(StepList why, PricingLine line, in PreparedLine prepared)
    {
        switch (line)
        {
            case LaborCaseLine { Price: not null }:
                why.AddCents("Manual price", prepared.Amount);
                break;
            case LaborCaseLine labor:
                if (prepared.Hours != labor.Hours)
                    why.Add(Invariant($"Overlap reduces {labor.Hours:0.##} hr to"), Invariant($"{prepared.Hours:0.##} h"));
                why.AddCents(Invariant($"{prepared.Hours:0.##} h × {prepared.Rate:0.00##}"), prepared.Amount);
                break;
            case PartCaseLine part:
                why.AddCents(Invariant($"{part.Quantity:0.###} × {prepared.UnitPrice:0.00##}"), prepared.Amount);
                break;
            case SubletCaseLine sublet:
                why.Add("Cost", sublet.Cost, tellsCost: true);
                why.AddCents(
                    sublet.Price is null ? Invariant($"Marked up by {sublet.MarkupPercent:0.###}%") : "Manual price",
                    prepared.Amount,
                    tellsCost: sublet.Price is null
                );
                break;
            case FeeCaseLine fee:
                why.AddCents(Invariant($"{fee.Quantity:0.###} × {fee.Amount:0.00##}"), prepared.Amount);
                break;
        }
    }

    private static string RateName(PricingCase pricing, PricingJob job, LaborCaseLine labor)
    {
        var choice = labor.Rate ?? job.LaborRate ?? pricing.LaborRate ?? pricing.Customer.LaborRate;
        return choice is { Number: not null } ? "Manual labor rate" : $"Labor rate, {choice?.Name ?? "general"}";
    }
}
