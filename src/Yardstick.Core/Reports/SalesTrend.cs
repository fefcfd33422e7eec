namespace Yardstick.Core.Reports;

/// <summary>Sales over a period, by day, week or month, as many as can be looked at.</summary>
public static class SalesTrend
{
    private const int MostDays = 45,
        MostWeeks = 26 * 7;

    /// <summary>A stretch.</summary>
    /// <param name="From">Its first day.</param>
    /// <param name="Through">Its last.</param>
    /// <param name="Label">What it is called.</param>
    public sealed record Step(LocalDate From, LocalDate Through, string Label);

    /// <summary>The stretches of a period: days up to a month and a half, weeks up to half a year, else months.</summary>
    /// <param name="period">The period.</param>
    public static IReadOnlyList<Step> StepsOf(ReportPeriod period)
    {
        var days = Period.DaysBetween(period.From, period.Through) + 1;
        var steps = new List<Step>();
        for (var day = period.From; day <= period.Through; )
        {
            var end =
                days <= MostDays ? day
                : days <= MostWeeks ? day.PlusDays(6)
                : new LocalDate(day.Year, day.Month, CalendarSystem.Iso.GetDaysInMonth(day.Year, day.Month));
            if (end > period.Through)
                end = period.Through;
            steps.Add(new Step(day, end, days <= MostWeeks ? Invariant($"{day:MMM d}") : Invariant($"{day:MMM yyyy}")));
            day = end.PlusDays(1);
        }
        return steps;
    }

    /// <summary>What each stretch adds up to.</summary>
    /// <param name="steps">The stretches.</param>
    /// <param name="days">Sales of days.</param>
    public static IReadOnlyList<decimal> Sums(IReadOnlyList<Step> steps, IReadOnlyCollection<(LocalDate Day, decimal Amount)> days) =>
        [.. steps.Select(s => days.Where(d => d.Day >= s.From && d.Day <= s.Through).Sum(d => d.Amount))];
}
