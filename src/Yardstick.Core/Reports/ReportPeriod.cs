using System.Globalization;
using System.Text.RegularExpressions;
using Yardstick.Core.Values;

namespace Yardstick.Core.Reports;

/// <summary>Days over which something is measured, both included.</summary>
/// <param name="From">The first.</param>
/// <param name="Through">The last; of a period that is under way the last of all of it.</param>
/// <param name="Words">What it is called: <c>November 2026</c>.</param>
/// <param name="Until">The last day that counts so far: today, in a period that is under way.</param>
public sealed partial record ReportPeriod(LocalDate From, LocalDate Through, string Words, LocalDate Until)
{
    private const int LongestDays = 366 * 12;

    /// <summary>It is not over.</summary>
    public bool IsUnderWay => Until < Through;

    /// <summary>Days that count.</summary>
    public int Days => Period.DaysBetween(From, Until) + 1;

    /// <summary>
    /// The same stretch of the period before: of a whole month the month before, of one that is under way as many days of it; else as many
    /// days before.
    /// </summary>
    public ReportPeriod Before
    {
        get
        {
            if (Months is { } months)
            {
                var from = From.PlusMonths(-months);
                var through = From.PlusDays(-1);
                return Whole(from, through, IsUnderWay ? Least(from.PlusDays(Days - 1), through) : through);
            }
            var days = Period.DaysBetween(From, Through) + 1;
            var start = From.PlusDays(-days);
            return Whole(start, From.PlusDays(-1), start.PlusDays(Days - 1));
        }
    }

    /// <summary>The same days a year earlier.</summary>
    public ReportPeriod YearBefore
    {
        get
        {
            var through = Months is not null ? From.PlusYears(-1).PlusMonths(Months.Value).PlusDays(-1) : Through.PlusYears(-1);
            return Whole(From.PlusYears(-1), through, IsUnderWay ? Least(Until.PlusYears(-1), through) : through);
        }
    }

    /// <summary>Whole months that it is; null where it is none.</summary>
    private int? Months =>
        From.Day == 1 && Through.PlusDays(1).Day == 1
            ? (Through.PlusDays(1).Year - From.Year) * 12 + Through.PlusDays(1).Month - From.Month
            : null;

    /// <summary>
    /// A period as it is typed: <c>today</c>, <c>this week</c>, <c>last month</c>, <c>q3</c>, <c>q3 2025</c>, <c>2025</c>,
    /// <c>march</c>, <c>last 90 days</c>, <c>mar 3 to apr 2</c>, <c>2026-03-03 to 2026-04-02</c>. A month or a quarter without its year
    /// is the last that has begun. Refuses with <c>period.unreadable</c>, <c>period.order</c> and <c>period.future</c>.
    /// </summary>
    /// <param name="text">What was typed; empty is this month.</param>
    /// <param name="today">Today in the shop.</param>
    /// <param name="weekBegins">The day on which its week begins.</param>
    public static Result<ReportPeriod> Parse(string? text, LocalDate today, IsoDayOfWeek weekBegins)
    {
        var typed = Spaces().Replace((text ?? "").Trim().ToLowerInvariant(), " ");
        var span = Named(typed, today, weekBegins) ?? Counted(typed, today) ?? Calendar(typed, today) ?? FromTo(typed, today);
        if (span is not var (from, through))
            return new Problem(
                "period.unreadable",
                $"\"{text?.Trim()}\" can't be read as a period. Try this week, last month, q3, 2025 or mar 3 to apr 2.",
                "period"
            );
        if (through < from)
            return new Problem("period.order", "A period begins before it ends.", "period");
        if (from > today)
            return new Problem("period.future", "This period has not begun yet.", "period");
        if (Period.DaysBetween(from, through) > LongestDays)
            return new Problem("period.order", "A period is at most twelve years.", "period");
        return Whole(from, through, Least(through, today));
    }

    private static ReportPeriod Whole(LocalDate from, LocalDate through, LocalDate until) => new(from, through, Say(from, through), until);

    private static LocalDate Least(LocalDate one, LocalDate two) => one < two ? one : two;

    private static (LocalDate, LocalDate)? Named(string typed, LocalDate today, IsoDayOfWeek weekBegins)
    {
        var week = today.PlusDays(-(((int)today.DayOfWeek - (int)weekBegins + 7) % 7));
        var month = new LocalDate(today.Year, today.Month, 1);
        var quarter = new LocalDate(today.Year, (today.Month - 1) / 3 * 3 + 1, 1);
        var year = new LocalDate(today.Year, 1, 1);
        return typed switch
        {
            "" or "this month" or "month" => (month, month.PlusMonths(1).PlusDays(-1)),
            "today" => (today, today),
            "yesterday" => (today.PlusDays(-1), today.PlusDays(-1)),
            "this week" or "week" => (week, week.PlusDays(6)),
            "last week" => (week.PlusDays(-7), week.PlusDays(-1)),
            "last month" => (month.PlusMonths(-1), month.PlusDays(-1)),
            "this quarter" or "quarter" => (quarter, quarter.PlusMonths(3).PlusDays(-1)),
            "last quarter" => (quarter.PlusMonths(-3), quarter.PlusDays(-1)),
            "this year" or "year" => (year, year.PlusYears(1).PlusDays(-1)),
            "last year" => (year.PlusYears(-1), year.PlusDays(-1)),
            _ => null,
        };
    }

    private static (LocalDate, LocalDate)? Counted(string typed, LocalDate today)
    {
        if (
            LastSome().Match(typed) is not { Success: true } match
            || !int.TryParse(match.Groups[1].Value, out var count)
            || count is 0 or > 4000
        )
            return null;
        return match.Groups[2].Value switch
        {
            "day" => (today.PlusDays(1 - count), today),
            "week" => (today.PlusDays(1 - 7 * count), today),
            "month" => (today.PlusMonths(-count).PlusDays(1), today),
            _ => count > 12 ? null : (today.PlusYears(-count).PlusDays(1), today),
        };
    }

    private static (LocalDate, LocalDate)? Calendar(string typed, LocalDate today)
    {
        if (Quarter().Match(typed) is { Success: true } q)
            return Months(int.Parse(q.Groups[1].Value, CultureInfo.InvariantCulture) * 3 - 2, 3, q.Groups[2].Value);
        if (Year().IsMatch(typed))
            return Months(1, 12, typed);
        return Month().Match(typed) is { Success: true } m && MonthOf(m.Groups[1].Value) is { } month
            ? Months(month, 1, m.Groups[2].Value)
            : null;

        (LocalDate, LocalDate) Months(int month, int count, string year)
        {
            var from =
                year.Length > 0 ? new LocalDate(int.Parse(year, CultureInfo.InvariantCulture), month, 1)
                : new LocalDate(today.Year, month, 1) is var own && own > today ? own.PlusYears(-1)
                : new LocalDate(today.Year, month, 1);
            return (from, from.PlusMonths(count).PlusDays(-1));
        }
    }

    private static (LocalDate, LocalDate)? FromTo(string typed, LocalDate today)
    {
        var ends = Between().Split(typed, 2);
        if (ends.Length == 1)
            return DayOf(ends[0], today, today.Year) is { } only ? (only, only) : null;
        if (DayOf(ends[1], today, today.Year) is not { } through)
            return null;
        var from = DayOf(ends[0], today, through.Year);
        // Without a year it lies before its end.
        return from is { } day ? (day > through && !HasYear().IsMatch(ends[0]) ? day.PlusYears(-1) : day, through) : null;
    }

    private static LocalDate? DayOf(string text, LocalDate today, int year)
    {
        var typed = text.Trim();
        if (typed == "today")
            return today;
        if (IsoDay().Match(typed) is { Success: true } iso)
            return Made(Number(iso, 1), Number(iso, 2), Number(iso, 3));
        if (SlashDay().Match(typed) is { Success: true } slash)
            return Made(slash.Groups[3].Success ? FourDigits(Number(slash, 3)) : year, Number(slash, 1), Number(slash, 2));
        if (WordDay().Match(typed) is { Success: true } word && MonthOf(word.Groups[1].Value) is { } month)
            return Made(word.Groups[3].Success ? Number(word, 3) : year, month, Number(word, 2));
        return null;

        static int Number(Match match, int group) => int.Parse(match.Groups[group].Value, CultureInfo.InvariantCulture);
        static int FourDigits(int year) => year < 100 ? 2000 + year : year;
        static LocalDate? Made(int year, int month, int day) =>
            year is >= 1990 and <= 2200 && month is >= 1 and <= 12 && day >= 1 && day <= CalendarSystem.Iso.GetDaysInMonth(year, month)
                ? new LocalDate(year, month, day)
                : null;
    }

    private static int? MonthOf(string name)
    {
        var names = DateTimeFormatInfo.InvariantInfo.MonthNames;
        for (var m = 0; m < 12; m++)
        {
            if (name.Length >= 3 && names[m].StartsWith(name, StringComparison.OrdinalIgnoreCase) || name == "sept" && m == 8)
                return m + 1;
        }
        return null;
    }

    private static string Say(LocalDate from, LocalDate through)
    {
        if (from == through)
            return Invariant($"{from:ddd, MMM d, yyyy}");
        var next = through.PlusDays(1);
        if (from.Day == 1 && next.Day == 1)
        {
            var months = (next.Year - from.Year) * 12 + next.Month - from.Month;
            if (months == 1)
                return Invariant($"{from:MMMM yyyy}");
            if (months == 3 && from.Month % 3 == 1)
                return Invariant($"Q{(from.Month + 2) / 3} {from.Year}");
            if (months == 12 && from.Month == 1)
                return Invariant($"{from.Year}");
        }
        return from.Year == through.Year
            ? Invariant($"{from:MMM d} to {through:MMM d, yyyy}")
            : Invariant($"{from:MMM d, yyyy} to {through:MMM d, yyyy}");
    }

    [GeneratedRegex(@"\s+")]
    private static partial Regex Spaces();

    [GeneratedRegex(@"^last (\d{1,4}) (day|week|month|year)s?$")]
    private static partial Regex LastSome();

    [GeneratedRegex(@"^q([1-4])(?: (\d{4}))?$")]
    private static partial Regex Quarter();

    [GeneratedRegex(@"^(?:19|20|21)\d\d$")]
    private static partial Regex Year();

    [GeneratedRegex(@"^([a-z]{3,9})\.?(?: (\d{4}))?$")]
    private static partial Regex Month();

    [GeneratedRegex(@" to | until | through | ?– ?| - ")]
    private static partial Regex Between();

    [GeneratedRegex(@"\d{4}")]
    private static partial Regex HasYear();

    [GeneratedRegex(@"^(\d{4})-(\d{1,2})-(\d{1,2})$")]
    private static partial Regex IsoDay();

    [GeneratedRegex(@"^(\d{1,2})/(\d{1,2})(?:/(\d{2}|\d{4}))?$")]
    private static partial Regex SlashDay();

    [GeneratedRegex(@"^([a-z]{3,9})\.? (\d{1,2})(?:,? (\d{4}))?$")]
    private static partial Regex WordDay();
}
