using Ical.Net;
using Yardstick.Core;
using Yardstick.Core.Setup;

namespace Yardstick.Server.Setup;

/// <summary>Days of a calendar file (iCalendar, RFC 5545), as shops get them of public holidays.</summary>
internal static class HolidayFile
{
    private const int Most = 200,
        LongestReason = 80,
        YearsAhead = 2;

    /// <summary>The days that are to come within two years, each once, in order. Refuses with <c>holidays.unreadable</c>.</summary>
    /// <param name="text">The file.</param>
    /// <param name="today">Today.</param>
    internal static Result<IReadOnlyList<ClosedDay>> Read(string? text, LocalDate today)
    {
        if (Load(text) is not { } calendar)
            return Shop.NoHolidays;
        var until = today.PlusYears(YearsAhead);
        var days = calendar
            .Events.Where(e => e.Start is not null)
            .Select(e => new ClosedDay(
                new LocalDate(e.Start!.Year, e.Start.Month, e.Start.Day),
                (e.Summary ?? "").Trim() is { Length: > LongestReason } words ? words![..LongestReason] : (e.Summary ?? "").Trim()
            ))
            .Where(d => d.On >= today && d.On <= until)
            .DistinctBy(d => d.On)
            .OrderBy(d => d.On)
            .Take(Most)
            .ToList();
        return days.Count == 0 ? Shop.NoHolidays : days;
    }

    private static Calendar? Load(string? text)
    {
        try
        {
            return Calendar.Load(text ?? "");
        }
        catch (Exception bad)
            when (bad
                    is FormatException
                        or ArgumentException
                        or InvalidOperationException
                        or System.Runtime.Serialization.SerializationException
            )
        {
            return null;
        }
    }
}
