using Yardstick.Core.Billing;
using Yardstick.Core.Schedule;

namespace Yardstick.Core.Reports;

/// <summary>What counts in measures, and how (rules, What the shop is measured by).</summary>
public static class MeasureRules
{
    /// <summary>A job came back where its comeback's order was opened within so many days.</summary>
    public const int ComebackDays = 90;

    /// <summary>A balance waits for somebody where it is past due longer.</summary>
    public const int OwedLongDays = 30;

    /// <summary>Whether an order that was opened then makes a job a comeback.</summary>
    /// <param name="invoicedOn">The day the job was invoiced.</param>
    /// <param name="openedOn">The day the comeback's order was opened.</param>
    public static bool IsComeback(LocalDate invoicedOn, LocalDate openedOn) => Period.DaysBetween(invoicedOn, openedOn) <= ComebackDays;

    /// <summary>What an appointment adds; null where it is none of the measure's: one that is still to come.</summary>
    /// <param name="measure">Kept, or missed.</param>
    /// <param name="state">What became of it.</param>
    public static MeasureValue? Adds(Measure measure, AppointmentState state) =>
        (measure, state) switch
        {
            (Measure.AppointmentsMissed, AppointmentState.Missed) => new(1),
            (Measure.AppointmentsKept, AppointmentState.Arrived) => new(1, 1),
            (Measure.AppointmentsKept, AppointmentState.Missed or AppointmentState.Canceled) => new(0, 1),
            _ => null,
        };

    /// <summary>The ends of thirteen months, the first first; of the last one the day itself.</summary>
    /// <param name="day">The day.</param>
    public static IReadOnlyList<LocalDate> MonthEnds(LocalDate day)
    {
        var month = new LocalDate(day.Year, day.Month, 1);
        return [.. Enumerable.Range(0, 12).Select(i => month.PlusMonths(i - 11).PlusDays(-1)), day];
    }

    /// <summary>Turns of stock: what was sold from it in twelve months, against its mean value.</summary>
    /// <param name="sold">Cost of what was issued.</param>
    /// <param name="values">Its value at the thirteen month ends.</param>
    public static MeasureValue Turns(decimal sold, IReadOnlyCollection<decimal> values) =>
        new(sold, decimal.Round(values.Sum() / values.Count, 2, MidpointRounding.AwayFromZero));
}
