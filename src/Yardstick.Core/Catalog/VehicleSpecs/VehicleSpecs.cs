using Yardstick.Core.Orders;
using Yardstick.Core.Values;

namespace Yardstick.Core.Catalog;

/// <summary>Facts about one car.</summary>
/// <param name="AsOf">The date of the data.</param>
/// <param name="Facts">The facts.</param>
/// <param name="Wear">Parts that wear.</param>
public sealed record VehicleSpecs(LocalDate AsOf, IReadOnlyList<SpecValue> Facts, IReadOnlyList<WearPart> Wear)
{
    private const decimal Least = 0.05m;

    /// <summary>The fact that tells the quantity of a line: its own, or that of its category.</summary>
    public SpecValue? FactOf(Line line)
    {
        if (line is not PartLine part)
            return null;
        var key =
            part.FactKey.Length > 0
                ? part.FactKey
                : part.Category switch
                {
                    "oil" => "engineOil",
                    "coolant" => "coolantDrain",
                    _ => "",
                };
        return key.Length == 0 ? null : Facts.FirstOrDefault(f => f.Key == key);
    }

    /// <summary>
    /// The quantity by the facts in the line's unit, to a tenth; null where none is known or the units don't go together.
    /// </summary>
    public Quantity? QuantityFor(PartLine line)
    {
        if (FactOf(line) is not { Figure: { } figure } fact || line.Unit.Length == 0)
            return null;
        return Units.Convert(figure, fact.Unit, line.Unit) is { } amount && amount > 0
            ? new(Math.Max(0.1m, decimal.Round(amount, 1, MidpointRounding.AwayFromZero)))
            : null;
    }

    /// <summary>The quantity that is proposed for a line; null where it agrees or a person chose already.</summary>
    public Quantity? Correction(PartLine line) =>
        line is { GenericQuantity: null, ReceivedQuantity.Value: 0, IsOn: true }
        && QuantityFor(line) is { } known
        && Math.Abs((known - line.Quantity).Value) >= Least
            ? known
            : null;

    /// <summary>The few facts that the work on an order needs, those that its words and lines speak of first.</summary>
    /// <param name="order">The order.</param>
    /// <param name="most">At most so many.</param>
    public IReadOnlyList<SpecValue> For(Order order, int most)
    {
        var words = WorkTitleMatch.Of(
            string.Join(
                ' ',
                order
                    .OnJobs.SelectMany(j => j.OnLines.Select(l => l.Description).Prepend(j.Title))
                    .Concat(order.Concerns.Select(c => c.Complaint))
            )
        );
        var named = order.OnJobs.SelectMany(j => j.OnLines).Select(l => FactOf(l)?.Key).OfType<string>().ToHashSet();
        return
        [
            .. Facts
                .Select(
                    (fact, at) =>
                        (
                            fact,
                            at,
                            score: (named.Contains(fact.Key) ? 4 : 0)
                                + WorkTitleMatch.Of($"{fact.Title} {fact.Words}").Count(words.Contains)
                        )
                )
                .Where(x => x.score > 0)
                .OrderByDescending(x => x.score)
                .ThenBy(x => x.at)
                .DistinctBy(x => x.fact.Title)
                .Take(most)
                .Select(x => x.fact),
        ];
    }
}
