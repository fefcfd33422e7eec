using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;

namespace Yardstick.Core.FollowUp;

/// <summary>How a car is used, as far as its readings tell.</summary>
/// <param name="Today">Today in the shop.</param>
/// <param name="Reading">What the odometer shows today, read or predicted; null where it was never read.</param>
/// <param name="PerDay">Distance a day.</param>
public sealed record CarUse(LocalDate Today, Odometer? Reading, decimal PerDay)
{
    /// <summary>The use of a car with its readings.</summary>
    /// <param name="readings">Readings of the car.</param>
    /// <param name="shopDefault">Distance a day where the readings tell none.</param>
    /// <param name="today">Today in the shop.</param>
    /// <param name="utcNow">Now.</param>
    /// <param name="typed">What was read just now, if it was.</param>
    public static CarUse Of(
        IReadOnlyCollection<OdometerReading> readings,
        decimal shopDefault,
        LocalDate today,
        Instant utcNow,
        Odometer? typed = null
    )
    {
        var perDay = DistancePerDay.Of(readings, shopDefault);
        var last = readings.OrderByDescending(r => r.At).FirstOrDefault();
        return new CarUse(today, typed ?? (last is null ? null : DistancePerDay.Predicted(last, perDay, utcNow)), perDay);
    }

    // What lies further off than a century is not told; what was passed earlier was passed a century ago.
    private const int FurthestDays = 36_500;

    /// <summary>The day on which the odometer passes a reading, going on as before; null where it can't be told.</summary>
    public LocalDate? PassesOn(int reading)
    {
        if (Reading is not { } now || PerDay <= 0)
            return null;
        var days = Math.Ceiling((reading - now.Value) / PerDay);
        return days > FurthestDays ? null : Today.PlusDays((int)Math.Max(days, -FurthestDays));
    }
}
