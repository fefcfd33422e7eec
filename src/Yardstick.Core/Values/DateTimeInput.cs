using System.Globalization;
using System.Text.RegularExpressions;

namespace Yardstick.Core.Values;

/// <summary>Understands days and times as people type them, in the shop's own wall time.</summary>
public static partial class DateTimeInput
{
    private static readonly string[] DayForms = ["M/d/yy", "M/d/yyyy", "yyyy-MM-dd", "MMM d yyyy", "MMMM d yyyy"];

    // Read with a leap year added: without a year .NET would take the one on the machine's clock, where February 29 may not exist.
    private static readonly string[] YearlessForms = ["M/d yyyy", "MMM d yyyy", "MMMM d yyyy"];
    private const string LeapYear = " 2000";

    /// <summary>
    /// A moment: <c>3:30</c>, <c>15:30</c>, <c>3pm</c>, <c>noon</c>, <c>tomorrow 10</c>, <c>fri 4</c>, <c>11/24 3 pm</c>,
    /// <c>2026-11-24T15:00</c>. Hours from 1 to 6 without am or pm are taken for the afternoon.
    /// </summary>
    /// <param name="text">What was typed.</param>
    /// <param name="now">Wall time now, from which words such as tomorrow count.</param>
    /// <param name="field">The field that a problem names.</param>
    /// <param name="defaultTime">Time of day where only a day was typed.</param>
    public static Result<LocalDateTime> Read(string? text, LocalDateTime now, string field, LocalTime defaultTime)
    {
        if (
            DateTime.TryParseExact(
                text?.Trim(),
                ["yyyy-MM-ddTHH:mm", "yyyy-MM-ddTHH:mm:ss", "yyyy-MM-dd HH:mm"],
                CultureInfo.InvariantCulture,
                DateTimeStyles.None,
                out var exact
            )
        )
            return LocalDateTime.FromDateTime(exact);
        var typed = (text ?? "").Trim().ToLowerInvariant();
        var match = TimeAtEnd().Match(typed);
        var dayText = (match.Success ? typed[..match.Index] : typed).Trim().TrimEnd(',').Trim();
        var time = match.Success ? ReadTime(match) : defaultTime;
        if (dayText.Length > 0 && DayOf(dayText, now) is null && DayOf(typed, now) is { } wholeDay)
            return wholeDay + defaultTime;
        if (time is null)
            return Unreadable(text, field);
        if (dayText.Length == 0)
            return match.Success ? now.Date + time.Value : Unreadable(text, field);
        return DayOf(dayText, now) is { } day ? day + time.Value : Unreadable(text, field);
    }

    /// <summary>A day: <c>tomorrow</c>, <c>fri</c>, <c>2/14</c>, <c>2027-02-14</c>, <c>in 3 months</c>.</summary>
    public static Result<LocalDate> Day(string? text, LocalDateTime now, string field) =>
        DayOf((text ?? "").Trim().ToLowerInvariant(), now) is { } day
            ? day
            : new Problem("date.unreadable", $"\"{text}\" is not a date. Enter one such as 2/14, Friday or in 3 months.", field);

    private static Problem Unreadable(string? text, string field) =>
        new("date.unreadable", $"\"{text}\" is not a time. Enter one such as 3:30, tomorrow 10 am or 11/24 3 pm.", field);

    private static LocalTime? ReadTime(Match match)
    {
        if (match.Groups["word"].Success)
            return match.Groups["word"].Value == "noon" ? new LocalTime(12, 0) : null;
        var hour = int.Parse(match.Groups["h"].Value, CultureInfo.InvariantCulture);
        var minute = match.Groups["m"].Success ? int.Parse(match.Groups["m"].Value, CultureInfo.InvariantCulture) : 0;
        var half = match.Groups["ap"].Value;
        if (half.StartsWith('p') && hour < 12)
            hour += 12;
        else if (half.StartsWith('a') && hour == 12)
            hour = 0;
        else if (half.Length == 0 && hour is >= 1 and <= 6)
            hour += 12;
        return hour <= 23 && minute <= 59 ? new LocalTime(hour, minute) : null;
    }

    private static LocalDate? DayOf(string text, LocalDateTime now)
    {
        var today = now.Date;
        switch (text)
        {
            case "today":
                return today;
            case "tomorrow" or "tmrw":
                return today.PlusDays(1);
        }
        if (InSome().Match(text) is { Success: true } some)
        {
            var count = int.Parse(some.Groups[1].Value, CultureInfo.InvariantCulture);
            return some.Groups[2].Value[0] switch
            {
                'd' => today.PlusDays(count),
                'w' => today.PlusDays(7 * count),
                'm' => today.PlusMonths(count),
                _ => today.PlusYears(count),
            };
        }
        if (text.Length >= 3)
        {
            for (var ahead = 1; ahead <= 7; ahead++)
            {
                if (today.PlusDays(ahead).DayOfWeek.ToString().StartsWith(text, StringComparison.OrdinalIgnoreCase))
                    return today.PlusDays(ahead);
            }
        }
        if (Exactly(text, DayForms) is { } day)
            return day;
        return Exactly(text + LeapYear, YearlessForms) is { } any ? Next(any.Month, any.Day, today) : null;
    }

    /// <summary>The next day with that date, today included; February 29 is that of the next leap year.</summary>
    private static LocalDate Next(int month, int day, LocalDate today)
    {
        var year = today.Year;
        while (day > CalendarSystem.Iso.GetDaysInMonth(year, month) || new LocalDate(year, month, day) < today)
            year++;
        return new LocalDate(year, month, day);
    }

    private static LocalDate? Exactly(string text, string[] forms) =>
        DateOnly.TryParseExact(text, forms, CultureInfo.InvariantCulture, DateTimeStyles.AllowWhiteSpaces, out var day)
            ? LocalDate.FromDateOnly(day)
            : null;

    [GeneratedRegex(@"(?:^|\s|,)(?:at\s+)?(?:(?<h>\d{1,2})(?::(?<m>\d{2}))?\s*(?<ap>[ap]\.?m?\.?)?|(?<word>noon))$")]
    private static partial Regex TimeAtEnd();

    [GeneratedRegex(@"^in\s+(\d{1,3})\s+(day|week|month|year)s?$")]
    private static partial Regex InSome();
}
