using System.Globalization;
using System.Text.RegularExpressions;
using Yardstick.Core.Values;

namespace Yardstick.Core.Setup;

/// <summary>
/// Hours of one day in wall time, from and until, perhaps with a break: the doors of the shop, or somebody at work. A shift that passes
/// midnight is one of the day on which it begins.
/// </summary>
/// <param name="From">Beginning.</param>
/// <param name="Until">End; not later than the beginning where it is one of the next day.</param>
/// <param name="BreakFrom">Beginning of the break; null without one.</param>
/// <param name="BreakUntil">End of the break; null without one.</param>
public sealed partial record DayHours(LocalTime From, LocalTime Until, LocalTime? BreakFrom = null, LocalTime? BreakUntil = null)
{
    // Nobody begins at two at night: what is typed as "1-5" is an afternoon.
    private const int EarliestMorning = 5;

    /// <summary>A shift of more hours is a slip of the pen.</summary>
    private const int LongestOvernight = 14;

    /// <summary>The hours of the shift that begins on a day as stretches, before and after the break, wall time.</summary>
    /// <param name="day">The day on which it begins.</param>
    public IEnumerable<(LocalDateTime From, LocalDateTime Until)> StretchesOn(LocalDate day)
    {
        LocalDateTime At(LocalTime time) => day.PlusDays(time > From ? 0 : 1) + time;
        return BreakFrom is { } from && BreakUntil is { } until
            ? [(day + From, At(from)), (At(until), At(Until))]
            : [(day + From, At(Until))];
    }

    /// <summary>
    /// Reads hours as they are typed: <c>7:30-4</c>, <c>8 am to 5:30 pm</c>, <c>730-1600, break 12-12:30</c>. Nothing, <c>off</c> and
    /// <c>closed</c> are no hours.
    /// </summary>
    /// <param name="text">What was typed.</param>
    /// <param name="field">The field that a refusal names.</param>
    /// <param name="overnight">Whether they may pass midnight: <c>10 pm-6 am</c>.</param>
    /// <returns>Null for none. Codes <c>hours.unreadable</c>, <c>hours.order</c>.</returns>
    public static Result<DayHours?> Parse(string? text, string field, bool overnight = false)
    {
        var typed = (text ?? "").Trim().ToLowerInvariant();
        if (typed is "" or "off" or "closed" or "none" or "-")
            return (DayHours?)null;
        var match = Form().Match(typed);
        if (!match.Success)
            return Unreadable(text, field);
        var (from, until) = (Time(match, "f"), Time(match, "u"));
        if (from is null || until is null)
            return Unreadable(text, field);
        var (begins, ends) = (Afternoon(from.Value), Later(until.Value, from.Value).Time);
        if (ends <= begins && overnight && MinutesFrom(begins, until.Value.Time) is > 0 and <= LongestOvernight * 60)
            ends = until.Value.Time;
        else if (ends <= begins)
            return new Problem(
                "hours.order",
                overnight
                    ? Invariant($"The end has to be later than the beginning; a shift past midnight has at most {LongestOvernight} hours.")
                    : "The end has to be later than the beginning on the same day.",
                field
            );
        if (!match.Groups["bf"].Success)
            return new DayHours(begins, ends);
        var (breakFrom, breakUntil) = (Time(match, "bf"), Time(match, "bu"));
        if (breakFrom is null || breakUntil is null)
            return Unreadable(text, field);
        var length = MinutesFrom(begins, ends);
        var starts = Within(breakFrom.Value, begins, begins, length);
        var over = Within(breakUntil.Value, starts, begins, length);
        var (first, last) = (MinutesFrom(begins, starts), MinutesFrom(begins, over));
        return first > 0 && last > first && last < length
            ? new DayHours(begins, ends, starts, over)
            : new Problem("hours.order", "The break has to lie within the hours.", field);
    }

    /// <summary>As they are typed and read: <c>7:30 am to 4:00 pm, break 12:00 pm to 12:30 pm</c>.</summary>
    public override string ToString() =>
        $"{From.Clock()} to {Until.Clock()}"
        + (BreakFrom is { } from && BreakUntil is { } until ? $", break {from.Clock()} to {until.Clock()}" : "");

    private readonly record struct Typed(LocalTime Time, bool Exact);

    private static Typed? Time(Match match, string group)
    {
        var digits = match.Groups[group].Value.Replace(":", "", StringComparison.Ordinal).Replace(".", "", StringComparison.Ordinal);
        var figure = int.Parse(digits, CultureInfo.InvariantCulture);
        var (hour, minute) = digits.Length > 2 ? (figure / 100, figure % 100) : (figure, 0);
        var half = match.Groups[group + "h"].Value;
        if (half.Length > 0 && hour is < 1 or > 12)
            return null;
        if (half == "p" && hour < 12)
            hour += 12;
        else if (half == "a" && hour == 12)
            hour = 0;
        return hour <= 23 && minute <= 59 ? new Typed(new LocalTime(hour, minute), half.Length > 0 || hour > 12 || digits[0] == '0') : null;
    }

    private static LocalTime Afternoon(Typed typed) =>
        !typed.Exact && typed.Time.Hour < EarliestMorning && typed.Time.Hour > 0 ? typed.Time.PlusHours(12) : typed.Time;

    /// <summary>A time after another: without am and pm it is in the afternoon where it would lie before.</summary>
    private static Typed Later(Typed typed, Typed after)
    {
        var begins = Afternoon(after);
        return !typed.Exact && typed.Time <= begins && typed.Time.Hour < 12 ? typed with { Time = typed.Time.PlusHours(12) } : typed;
    }

    /// <summary>A time of a break: in the afternoon where it would lie before, unless the shift goes on past midnight to it.</summary>
    private static LocalTime Within(Typed typed, LocalTime after, LocalTime begins, int length) =>
        Later(typed, new Typed(after, true)).Time is var later && MinutesFrom(begins, later) < length ? later : typed.Time;

    /// <summary>Minutes from a time of day to the next other one, over midnight where it must be.</summary>
    private static int MinutesFrom(LocalTime from, LocalTime until) =>
        (int)((until.TickOfDay - from.TickOfDay + NodaConstants.TicksPerDay) % NodaConstants.TicksPerDay / NodaConstants.TicksPerMinute);

    private static Problem Unreadable(string? text, string field) =>
        new Problem(
            "hours.unreadable",
            $"\"{NumberInput.Short(text)}\" are no hours; type 7:30-4, with a break 8-5 break 12-12:30, or off.",
            field
        );

    [GeneratedRegex(
        @"^(?<f>\d{1,2}(?:[:.]?\d{2})?)\s*(?<fh>[ap])?\.?m?\.?\s*(?:-|–|to|until)\s*(?<u>\d{1,2}(?:[:.]?\d{2})?)\s*(?<uh>[ap])?\.?m?\.?"
            + @"(?:\s*,?\s*(?:with )?(?:a )?break\s*(?<bf>\d{1,2}(?:[:.]?\d{2})?)\s*(?<bfh>[ap])?\.?m?\.?\s*(?:-|–|to|until)\s*"
            + @"(?<bu>\d{1,2}(?:[:.]?\d{2})?)\s*(?<buh>[ap])?\.?m?\.?)?$"
    )]
    private static partial Regex Form();
}
