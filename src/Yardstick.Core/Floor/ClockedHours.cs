using Yardstick.Core.Setup;

namespace Yardstick.Core.Floor;

/// <summary>Hours of clocked time by day: a shift over midnight counts on both days, each with its part.</summary>
public static class ClockedHours
{
    /// <summary>
    /// Real hours of a span that lie on a day of the shop, rounded to hundredths; on the night of a clock change an hour more or less.
    /// </summary>
    /// <param name="start">Beginning, UTC.</param>
    /// <param name="end">End, UTC; now, while it runs.</param>
    /// <param name="day">The day, in the shop's wall time.</param>
    /// <param name="shop">Whose wall time counts.</param>
    /// <returns>0 where the span does not touch the day.</returns>
    public static decimal On(Instant start, Instant end, LocalDate day, Shop shop)
    {
        var (midnight, next) = (shop.Utc(day.AtMidnight()), shop.Utc(day.PlusDays(1).AtMidnight()));
        var cut = (start < midnight ? midnight : start, end > next ? next : end);
        return cut.Item2 > cut.Item1 ? decimal.Round((decimal)(cut.Item2 - cut.Item1).TotalHours, 2) : 0;
    }
}
