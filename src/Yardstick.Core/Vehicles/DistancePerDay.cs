using Yardstick.Core.Values;

namespace Yardstick.Core.Vehicles;

/// <summary>How far a car goes in a day (rules, Vehicles).</summary>
public static class DistancePerDay
{
    private const int LastReadings = 8;
    private const double ApartDays = 14;

    /// <summary>
    /// The slope of the last readings: the median of the slopes between every two that are at least 14 days apart (Theil and
    /// Sen), so that one reading typed wrongly does not move it. The shop's default where no two are, or where it is not above zero.
    /// </summary>
    /// <param name="readings">Readings of the car in any order.</param>
    /// <param name="shopDefault">What is taken without readings, in the shop's unit a day.</param>
    public static decimal Of(IEnumerable<OdometerReading> readings, decimal shopDefault)
    {
        var last = readings.OrderByDescending(r => r.At).Take(LastReadings).ToList();
        var slopes = new List<decimal>();
        for (var i = 0; i < last.Count; i++)
        {
            for (var j = i + 1; j < last.Count; j++)
            {
                var days = (last[i].At - last[j].At).TotalDays;
                if (days >= ApartDays)
                    slopes.Add((last[i].Reading - last[j].Reading) / (decimal)days);
            }
        }
        if (slopes.Count == 0)
            return shopDefault;
        slopes.Sort();
        var median = slopes.Count % 2 == 1 ? slopes[slopes.Count / 2] : (slopes[slopes.Count / 2 - 1] + slopes[slopes.Count / 2]) / 2;
        return median > 0 ? median : shopDefault;
    }

    /// <summary>What the odometer shows on a day, going on as before.</summary>
    public static Odometer Predicted(OdometerReading last, decimal perDay, Instant at) =>
        last.Reading + (int)Math.Max(0, Math.Round(perDay * (decimal)(at - last.At).TotalDays, MidpointRounding.AwayFromZero));
}
