using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;

namespace Yardstick.Core.Approval;

/// <summary>Prices every choice that a customer could make, so that switching a job is answered at once.</summary>
public static class SelectionPricing
{
    /// <summary>Up to this many open jobs all choices are priced beforehand.</summary>
    public const int MostPriced = 6;

    /// <summary>Every choice over the open jobs; empty where there are too many, then each is asked for with <see cref="Of"/>.</summary>
    /// <param name="pricing">The order's case.</param>
    /// <param name="approved">Jobs that are in whatever is chosen.</param>
    /// <param name="open">Jobs that can be chosen, in order.</param>
    public static IReadOnlyList<SelectionTotals> All(PricingCase pricing, IReadOnlyList<Job> approved, IReadOnlyList<Job> open) =>
        open.Count > MostPriced
            ? []
            :
            [
                .. Enumerable
                    .Range(0, 1 << open.Count)
                    .Select(bits =>
                        Of(pricing, approved, open, open.Where((_, i) => (bits & (1 << i)) != 0).Select(j => j.Id).ToHashSet())
                    ),
            ];

    /// <summary>One choice.</summary>
    /// <param name="pricing">The order's case.</param>
    /// <param name="approved">Jobs that are in whatever is chosen.</param>
    /// <param name="open">Jobs that can be chosen, in order.</param>
    /// <param name="chosen">Keys of the open jobs that are in.</param>
    public static SelectionTotals Of(PricingCase pricing, IReadOnlyList<Job> approved, IReadOnlyList<Job> open, IReadOnlySet<long> chosen)
    {
        var inside = open.Where(j => chosen.Contains(j.Id)).ToList();
        var result = OrderPricer.Price(pricing with { Include = JobSelection.Of(approved.Concat(inside).Select(OrderPricing.JobKey)) });
        return new SelectionTotals(
            [.. inside.Select(j => j.Id)],
            result.Total,
            result.CustomerDue,
            result.Taxes.Sum(t => t.Amount),
            [.. open.Select(j => new JobAddition(j.Id, result.Of(j).AddsToTotal))]
        );
    }

    /// <summary>The case with lines left out.</summary>
    /// <param name="order">The order that the case is of.</param>
    /// <param name="pricing">The case.</param>
    /// <param name="out">Keys of the lines that are left out besides those that are out already.</param>
    public static PricingCase Without(Order order, PricingCase pricing, IReadOnlySet<long> @out)
    {
        if (@out.Count == 0)
            return pricing;
        var left = order.OnJobs.SelectMany(j => j.OnLines).Where(l => @out.Contains(l.Id)).Select(OrderPricing.LineKey).ToHashSet();
        return pricing with
        {
            Jobs = pricing
                .Jobs.Select(job =>
                    job with
                    {
                        Lines = job.Lines.Select(line => line with { Out = line.Out || left.Contains(line.Id) }).ToArray(),
                    }
                )
                .ToArray(),
        };
    }
}
