using Yardstick.Core.Floor;
using Yardstick.Core.Setup;

namespace Yardstick.Core.Reports;

/// <summary>A stay in a stage that ended.</summary>
/// <param name="Stage">The stage.</param>
/// <param name="Minutes">How long, in opening minutes.</param>
public sealed record StageStay(Stage Stage, int Minutes)
{
    /// <summary>The stays of one order that ended between two moments.</summary>
    /// <param name="openedAt">When the order was opened, UTC: its first stay begins then.</param>
    /// <param name="course">All its changes of stage.</param>
    /// <param name="from">The first moment that counts, UTC.</param>
    /// <param name="until">The first that does not.</param>
    /// <param name="shop">The shop, for its hours.</param>
    public static IEnumerable<StageStay> Ended(Instant openedAt, IEnumerable<StageChange> course, Instant from, Instant until, Shop shop)
    {
        var since = openedAt;
        foreach (var change in course.OrderBy(c => c.At).ThenBy(c => c.Id))
        {
            if (change.At >= from && change.At < until && change.From != change.To)
                yield return new StageStay(change.From, OpeningTime.Minutes(shop.Local(since), shop.Local(change.At), shop));
            since = change.At;
        }
    }
}
