namespace Yardstick.Core.Pricing;

/// <summary>Finds labor rates (rules, Lines).</summary>
internal static class LaborRates
{
    /// <summary>The rate of a line: the first there is of the line's, the job's, the order's, the customer's, <c>general</c>.</summary>
    internal static decimal Resolve(PricingCase pricing, PricingJob job, LaborCaseLine labor)
    {
        var choice = labor.Rate ?? job.LaborRate ?? pricing.LaborRate ?? pricing.Customer.LaborRate;
        if (choice?.Number is { } number)
            return number;
        return Named(pricing, choice?.Name ?? "general")
            ?? throw new CaseException(
                "policy.laborRates.general",
                "A labor line has no rate of its own, and the pricing rules have no general labor rate."
            );
    }

    /// <summary>The customer's own number for a name if there is one, else the policy's; null if neither knows it.</summary>
    internal static decimal? Named(PricingCase pricing, string name) =>
        pricing.Customer.LaborRates.TryGetValue(name, out var own) ? own
        : pricing.Policy.LaborRates.TryGetValue(name, out var rate) ? rate
        : null;
}
