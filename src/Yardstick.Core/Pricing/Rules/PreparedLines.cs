using Yardstick.Core.Values;

namespace Yardstick.Core.Pricing;

/// <summary>Prices lines on their own (rules, Lines).</summary>
internal static class PreparedLines
{
    internal static PreparedLine[][] Of(PricingCase pricing)
    {
        var jobs = new PreparedLine[pricing.Jobs.Count][];
        for (var j = 0; j < jobs.Length; j++)
        {
            var job = pricing.Jobs[j];
            var lines = new PreparedLine[job.Lines.Count];
            for (var l = 0; l < lines.Length; l++)
            {
                try
                {
                    lines[l] = Prepare(pricing, job, job.Lines[l]);
                }
                catch (OverflowException)
                {
                    throw new CaseException($"jobs[{j}].lines[{l}]", "The amount is too large to compute.");
                }
            }
            jobs[j] = lines;
        }
        return jobs;
    }

    private static PreparedLine Prepare(PricingCase pricing, PricingJob job, PricingLine line) =>
        line switch
        {
            LaborCaseLine labor => Labor(pricing, job, labor),
            PartCaseLine part => Part(pricing, part),
            SubletCaseLine sublet => Sublet(sublet),
            FeeCaseLine fee => Fee(fee),
            _ => throw new InvalidOperationException("Unknown kind of line."),
        };

    private static PreparedLine Labor(PricingCase pricing, PricingJob job, LaborCaseLine labor)
    {
        var rate = labor.Price is null ? LaborRates.Resolve(pricing, job, labor) : 0;
        var costPerHour = labor.CostPerHour ?? pricing.Policy.LaborCostPerHour;
        var line = new PreparedLine
        {
            Kind = AmountKind.Labor,
            UnitPrice = labor.Price is null ? rate : null,
            Rate = rate,
            CostPerHour = costPerHour,
        };
        SetHours(ref line, labor, labor.Hours);
        return line;
    }

    /// <summary>Amount and cost of a labor line at other hours; a price of its own stays.</summary>
    internal static void SetHours(ref PreparedLine line, LaborCaseLine labor, decimal hours)
    {
        line.Hours = hours;
        line.Amount = labor.Price is { } price ? Rounding.Cents(price) : Rounding.Cents(hours * line.Rate);
        line.Cost = Rounding.Cents(hours * line.CostPerHour);
    }

    private static PreparedLine Part(PricingCase pricing, PartCaseLine part)
    {
        var each = part.UnitPrice ?? PartPrice.ByPolicy(pricing.Policy, pricing.Customer, part);
        return new PreparedLine
        {
            Kind = AmountKind.Part,
            UnitPrice = each,
            Amount = Rounding.Cents(part.Quantity * each),
            Core = Rounding.Cents((part.Quantity - part.CoresReturned) * part.CoreEach),
            Cost = Rounding.Cents(part.Quantity * (part.BookCost ?? part.UnitCost)),
        };
    }

    private static PreparedLine Sublet(SubletCaseLine sublet) =>
        new()
        {
            Kind = AmountKind.Sublet,
            Amount = sublet.Price is { } price
                ? Rounding.Cents(price)
                : Rounding.Cents(sublet.Cost * (1 + sublet.MarkupPercent!.Value / 100m)),
            Cost = Rounding.Cents(sublet.Cost),
        };

    private static PreparedLine Fee(FeeCaseLine fee) =>
        new()
        {
            Kind = AmountKind.Fee,
            UnitPrice = fee.Amount,
            Amount = Rounding.Cents(fee.Quantity * fee.Amount),
            Cost = fee.PassThrough ? 0 : Rounding.Cents(fee.Quantity * fee.CostEach),
        };
}
