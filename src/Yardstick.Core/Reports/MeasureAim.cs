using Yardstick.Core.Values;

namespace Yardstick.Core.Reports;

/// <summary>What the shop wants a measure to be; of one that adds up, in a month.</summary>
public class MeasureAim
{
    /// <summary>No aim is set there.</summary>
    public static readonly Problem NotHere = new(
        "aim.notHere",
        "This figure takes no aim here. The target of the labor rate stands in the pricing rules.",
        "value"
    );

    /// <summary>Which measure.</summary>
    public Measure Measure { get; init; }

    /// <summary>The aim, in its unit; above zero.</summary>
    public decimal Value { get; internal set; }

    /// <summary>Sets it as typed. Refuses with codes of figures and <c>aim.zero</c>.</summary>
    /// <param name="text">As typed; <c>64,000</c>, <c>55%</c>.</param>
    public Result Set(string? text)
    {
        var read = NumberInput.Amount((text ?? "").TrimEnd('%', ' '), "value", 2);
        if (read.Problem is { } problem)
            return problem;
        if (read.Value <= 0)
            return new Problem("aim.zero", "An aim is above zero. Leave it empty for none.", "value");
        Value = read.Value;
        return Result.Done;
    }

    /// <summary>The aim of a period: what adds up is shared over the days of its months.</summary>
    /// <param name="aim">The aim, of a month where it adds up.</param>
    /// <param name="info">The measure.</param>
    /// <param name="period">The period, all of it.</param>
    public static decimal Over(decimal aim, MeasureInfo info, ReportPeriod period)
    {
        if (!info.IsTotal)
            return aim;
        decimal sum = 0;
        for (var day = period.From; day <= period.Through; )
        {
            var inMonth = CalendarSystem.Iso.GetDaysInMonth(day.Year, day.Month);
            var end = new LocalDate(day.Year, day.Month, inMonth) is var last && last < period.Through ? last : period.Through;
            sum += aim * (Period.DaysBetween(day, end) + 1) / inMonth;
            day = end.PlusDays(1);
        }
        return decimal.Round(sum, 2, MidpointRounding.AwayFromZero);
    }
}
