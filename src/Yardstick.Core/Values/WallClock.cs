using System.Globalization;

namespace Yardstick.Core.Values;

/// <summary>Times of day as they are written everywhere: on screens, in messages, on paper.</summary>
public static class WallClock
{
    /// <summary>A time as <c>4:30 pm</c>.</summary>
    /// <param name="wall">Wall time in the shop.</param>
    public static string Clock(this DateTime wall) => wall.ToString("h:mm tt", CultureInfo.InvariantCulture).ToLowerInvariant();

    /// <summary>A time as <c>4:30 pm</c>.</summary>
    /// <param name="wall">Wall time in the shop.</param>
    public static string Clock(this TimeOnly wall) => wall.ToString("h:mm tt", CultureInfo.InvariantCulture).ToLowerInvariant();
}
