using Yardstick.Core.Values;

namespace Yardstick.Core.Pricing;

/// <summary>
/// The only place where amounts are made: prices a case by the rules of computation, sections 1 to 4.
/// </summary>
public static class OrderPricer
{
    /// <summary>Prices a case.</summary>
    /// <param name="pricing">The case; it must pass <see cref="PricingCaseValidator"/>.</param>
    /// <param name="trace">Receives the steps of each amount; leave it out when nobody asks.</param>
    /// <exception cref="CaseException">The case is bad, or an amount is too large to compute.</exception>
    public static PricingResult Price(PricingCase pricing, PricingTrace? trace = null)
    {
        PricingCaseValidator.Check(pricing);
        return PriceChecked(pricing, trace);
    }

    /// <summary>Prices a case that was checked when it was read.</summary>
    internal static PricingResult PriceChecked(PricingCase pricing, PricingTrace? trace = null)
    {
        try
        {
            return Compute(pricing, trace);
        }
        catch (OverflowException)
        {
            throw new CaseException("jobs", "The amounts are too large to add up.");
        }
    }

    private static PricingResult Compute(PricingCase pricing, PricingTrace? trace)
    {
        var evaluator = PayersEvaluator.For(pricing);
        var included = Included(pricing, pricing.Include);
        var main = evaluator.Evaluate(included, trace);
        var jobs = new JobFigures[pricing.Jobs.Count];
        var set = (bool[])included.Clone();
        for (var j = 0; j < jobs.Length; j++)
        {
            set[j] = !included[j];
            var other = evaluator.Evaluate(set).Total;
            set[j] = included[j];
            var adds = included[j] ? main.Total - other : other - main.Total;
            var own = main;
            if (!included[j])
            {
                var alone = new bool[jobs.Length];
                alone[j] = true;
                own = evaluator.Evaluate(alone);
            }
            jobs[j] = FiguresBuilder.Job(pricing, evaluator, own, j, included[j], adds, trace);
            if (trace is null)
                continue;
            var why = trace.For($"jobs[{j}].addsToTotal");
            why.AddCents(included[j] ? "Total with this job" : "Total with this job added", included[j] ? main.Total : other);
            why.AddCents(included[j] ? "Total without this job" : "Total now", included[j] ? other : main.Total);
        }
        return FiguresBuilder.Order(pricing, main, jobs, Consent(pricing, evaluator, included, main), trace);
    }

    /// <summary>Which jobs a selection takes in.</summary>
    internal static bool[] Included(PricingCase pricing, JobSelection include)
    {
        var included = new bool[pricing.Jobs.Count];
        for (var j = 0; j < included.Length; j++)
        {
            var job = pricing.Jobs[j];
            included[j] = include.Ids is { } ids ? ids.Contains(job.Id) : !include.Approved || job.Decision == JobDecision.Approved;
        }
        return included;
    }

    private static ConsentFigures? Consent(PricingCase pricing, ICaseEvaluator evaluator, bool[] included, OrderEvaluation main)
    {
        if (pricing.Authorized is not { } authorized)
            return null;
        var approved = Included(pricing, JobSelection.ApprovedOnly);
        var evaluation = approved.AsSpan().SequenceEqual(included) ? main : evaluator.Evaluate(approved);
        // Where others pay too, the customer agreed to what their own invoice comes to.
        var total = PayersEvaluator.Figures(pricing, evaluation) is [var customer, ..] ? Rounding.Cents(customer.Due) : evaluation.Total;
        var allowed = checked(Rounding.Cents(authorized) + Ceiling.Allowance(pricing.Policy.Overrun, authorized));
        return new ConsentFigures(authorized, Rounding.Amount(allowed), Rounding.Amount(total), total > allowed);
    }
}
