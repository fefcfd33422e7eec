namespace Yardstick.Core.Pricing;

/// <summary>
/// What posted orders would have come to under another policy. Prices that a person set stay; prices that were only
/// held because the customer had been told them follow the policy.
/// </summary>
/// <param name="Orders">How many were compared.</param>
/// <param name="Before">As they were posted.</param>
/// <param name="After">Under the other policy.</param>
/// <param name="Most">Those that change most, the greatest first.</param>
/// <param name="Changed">How many change at all.</param>
/// <param name="NotPriced">Those that can't be priced under it; they count in neither sum.</param>
public sealed record PolicyComparison(
    int Orders,
    PeriodFigures Before,
    PeriodFigures After,
    IReadOnlyList<OrderChangeUnderPolicy> Most,
    int Changed,
    IReadOnlyList<OrderNotPriced> NotPriced
)
{
    /// <summary>Compares orders as posted with a policy.</summary>
    /// <param name="posted">Posted orders with their cases.</param>
    /// <param name="policy">The other policy.</param>
    /// <param name="most">How many of those that change most are named.</param>
    public static PolicyComparison Of(IEnumerable<PostedCase> posted, PricingPolicy policy, int most = 10)
    {
        var (before, after) = (new Sum(), new Sum());
        var changes = new List<OrderChangeUnderPolicy>();
        var notPriced = new List<OrderNotPriced>();
        foreach (var (id, made) in posted)
        {
            PricingResult was,
                now;
            try
            {
                was = OrderPricer.Price(made);
                now = OrderPricer.Price(made.WithoutHeldPrices() with { Policy = policy });
            }
            catch (CaseException bad)
            {
                notPriced.Add(new OrderNotPriced(id, bad.Message));
                continue;
            }
            before.Add(was);
            after.Add(now);
            changes.Add(new OrderChangeUnderPolicy(id, was.Total, now.Total, was.Profit, now.Profit));
        }
        var moving = changes.Where(c => c.Moves != 0).OrderByDescending(c => c.Moves).ThenBy(c => c.Id).ToList();
        return new PolicyComparison(changes.Count, before.Figures, after.Figures, moving.Take(most).ToList(), moving.Count, notPriced);
    }

    private sealed class Sum
    {
        private decimal revenue,
            total,
            profit;

        internal PeriodFigures Figures => new(revenue, total, profit, Margin.Of(profit, revenue));

        internal void Add(PricingResult result)
        {
            revenue += result.Revenue;
            total += result.Total;
            profit += result.Profit;
        }
    }
}
