using Yardstick.Core.Setup;

namespace Yardstick.Core.Reports;

/// <summary>Time while the shop is open.</summary>
public static class OpeningTime
{
    /// <summary>Minutes between two moments that lie within opening hours.</summary>
    /// <param name="from">Beginning, wall time.</param>
    /// <param name="until">End, wall time.</param>
    /// <param name="shop">The shop.</param>
    public static int Minutes(LocalDateTime from, LocalDateTime until, Shop shop)
    {
        var minutes = 0L;
        for (var day = from.Date; day <= until.Date; day = day.PlusDays(1))
        {
            if (shop.HoursOn(day) is not { } hours)
                continue;
            foreach (var (begins, ends) in hours.StretchesOn(day))
            {
                var (start, end) = (begins > from ? begins : from, ends < until ? ends : until);
                if (end > start)
                    minutes += Period.Between(start, end, PeriodUnits.Minutes).Minutes;
            }
        }
        return (int)minutes;
    }

    /// <summary>The p-th percentile: the ⌈p·n⌉-th smallest; null of nothing.</summary>
    /// <param name="sorted">Figures, the smallest first.</param>
    /// <param name="percent">1 to 100.</param>
    public static int? Percentile(IReadOnlyList<int> sorted, int percent) =>
        sorted.Count == 0 ? null : sorted[Math.Max(0, (sorted.Count * percent + 99) / 100 - 1)];
}
