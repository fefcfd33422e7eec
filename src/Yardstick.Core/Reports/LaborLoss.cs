using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;

namespace Yardstick.Core.Reports;

/// <summary>Why an invoice's labor brought less than its hours at a rate: the same reasons for every hour and cent of it.</summary>
/// <param name="LowerRate">Hours sold at a lower rate.</param>
/// <param name="SetPrice">Labor at a price of its own.</param>
/// <param name="FixedPrice">Jobs at a fixed price.</param>
/// <param name="Discounts">Discounts and credits.</param>
/// <param name="Along">Labor that comes along with parts, at a price of its own.</param>
public sealed record LaborLoss(decimal LowerRate, decimal SetPrice, decimal FixedPrice, decimal Discounts, decimal Along)
{
    /// <summary>All of it.</summary>
    public decimal Sum => LowerRate + SetPrice + FixedPrice + Discounts + Along;

    /// <summary>Of an invoice as posted.</summary>
    /// <param name="posted">Its case.</param>
    /// <param name="rate">The rate that an hour should bring.</param>
    public static LaborLoss Of(PricingCase posted, decimal rate)
    {
        var loss = new LaborLoss(0, 0, 0, 0, 0);
        foreach (var job in OrderPricer.Price(posted).Jobs.Where(j => j.Included))
        {
            var lines = posted.Jobs.First(j => j.Id == job.Id).Lines.Where(l => !l.Out).ToList();
            foreach (var (line, figures) in lines.Zip(job.Lines).Where(l => l.First is LaborCaseLine))
            {
                var (should, at) = (figures.Hours * rate, figures.UnitPrice is { } each ? figures.Hours * each : (decimal?)null);
                loss = loss with
                {
                    LowerRate = loss.LowerRate + (at is { } byRate ? should - byRate : 0),
                    SetPrice = loss.SetPrice + (at is null ? should - figures.Amount : 0),
                    FixedPrice = loss.FixedPrice + (at is { } full ? full - figures.Amount : 0),
                    Discounts = loss.Discounts + figures.Amount - figures.Net,
                };
            }
            foreach (var along in job.Companions.Where(c => c.Rule.Kind == AmountKind.Labor))
                loss = loss with { Along = loss.Along + along.Quantity * along.Rule.HoursPerUnit * rate - along.Net };
        }
        return loss;
    }

    /// <summary>What cost the most, in words.</summary>
    /// <param name="rate">The rate that an hour should bring.</param>
    public string Words(decimal rate) =>
        new (decimal Cost, string Words)[]
        {
            (Discounts, Invariant($"discounts and credits, {Discounts:N2}")),
            (FixedPrice, Invariant($"fixed price, {FixedPrice:N2} below its hours")),
            (SetPrice, Invariant($"labor priced by hand, {SetPrice:N2} below its hours")),
            (Along, Invariant($"labor that comes along, {Along:N2} below its hours")),
            (LowerRate, Invariant($"hours below {rate:N2}")),
        }
            .MaxBy(r => r.Cost)
            .Words;
}
