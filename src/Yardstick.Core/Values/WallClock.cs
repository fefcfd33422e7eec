using System.Globalization;

namespace Yardstick.Core.Values;

/// <summary>Times of day as they are written everywhere: on screens, in messages, on paper.</summary>
public static class WallClock
{
    /// <summary>A time as <c>4:30 pm</c>.</summary>
    /// <param name="wall">Wall time in the shop.</param>
    public static string Clock(this LocalDateTime wall) => wall.ToString("h:mm tt", CultureInfo.InvariantCulture).ToLowerInvariant();

    /// <summary>A time as <c>4:30 pm</c>.</summary>
    /// <param name="wall">Wall time in the shop.</param>
    public static string Clock(this LocalTime wall) => wall.ToString("h:mm tt", CultureInfo.InvariantCulture).ToLowerInvariant();

    /// <summary>So many hours later on the wall, to the minute.</summary>
    /// <param name="wall">Wall time in the shop.</param>
    /// <param name="hours">Hours with their decimals.</param>
    public static LocalDateTime PlusHours(this LocalDateTime wall, decimal hours) =>
        wall.PlusTicks((long)(hours * NodaConstants.TicksPerHour));

    /// <summary>A time rounded up to a step that is counted from its midnight.</summary>
    /// <param name="at">Wall time.</param>
    /// <param name="minutes">The step, in minutes, above 0.</param>
    public static LocalDateTime RoundedUpTo(this LocalDateTime at, int minutes)
    {
        var step = minutes * NodaConstants.TicksPerMinute;
        return at.Date.AtMidnight().PlusTicks((at.TimeOfDay.TickOfDay + step - 1) / step * step);
    }
}
