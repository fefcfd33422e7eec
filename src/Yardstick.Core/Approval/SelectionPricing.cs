using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;

namespace Yardstick.Core.Approval;

/// <summary>Prices every choice that a customer could make, so that switching a job is answered at once.</summary>
public static class SelectionPricing
{
    /// <summary>Up to this many open jobs all choices are priced beforehand.</summary>
    public const int MostPriced = 6;

    /// <summary>Every choice over the open jobs, by its number; empty where there are too many.</summary>
    /// <param name="pricing">The order's case.</param>
    /// <param name="approved">Ids of jobs that are in whatever is chosen.</param>
    /// <param name="open">Ids of the jobs that can be chosen, in order.</param>
    public static IReadOnlyList<SelectionTotals> All(PricingCase pricing, IReadOnlyList<string> approved, IReadOnlyList<string> open) =>
        open.Count > MostPriced ? [] : Enumerable.Range(0, 1 << open.Count).Select(chosen => Of(pricing, approved, open, chosen)).ToList();

    /// <summary>One choice.</summary>
    public static SelectionTotals Of(PricingCase pricing, IReadOnlyList<string> approved, IReadOnlyList<string> open, int chosen)
    {
        var result = OrderPricer.Price(pricing with { Include = JobSelection.Of(approved.Concat(open.Where((_, i) => (chosen & (1 << i)) != 0))) });
        return new SelectionTotals(chosen, result.Total, result.Taxes.Sum(t => t.Amount), open.Select(id => result.Jobs.First(j => j.Id == id).AddsToTotal).ToList());
    }

    /// <summary>The case with lines left out.</summary>
    /// <param name="order">The order that the case is of.</param>
    /// <param name="pricing">The case.</param>
    /// <param name="out">Keys of the lines that are left out besides those that are out already.</param>
    public static PricingCase Without(Order order, PricingCase pricing, IReadOnlySet<long> @out)
    {
        if (@out.Count == 0) return pricing;
        var left = order.OnJobs.SelectMany(j => j.OnLines).Where(l => @out.Contains(l.Id)).Select(OrderPricing.LineKey).ToHashSet();
        return pricing with
        {
            Jobs = pricing.Jobs.Select(job => job with { Lines = job.Lines.Select(line => line with { Out = line.Out || left.Contains(line.Id) }).ToArray() }).ToArray(),
        };
    }
}
