using Yardstick.Core.Orders;
using Yardstick.Core.Records;

namespace Yardstick.Core.FollowUp;

/// <summary>How a car is used, as far as its readings tell.</summary>
/// <param name="Today">Today in the shop.</param>
/// <param name="Reading">What the odometer shows today, read or predicted; null where it was never read.</param>
/// <param name="PerDay">Distance a day.</param>
public sealed record CarUse(DateOnly Today, int? Reading, decimal PerDay)
{
    /// <summary>The use of a car with its readings.</summary>
    /// <param name="readings">Readings of the car.</param>
    /// <param name="shopDefault">Distance a day where the readings tell none.</param>
    /// <param name="today">Today in the shop.</param>
    /// <param name="utcNow">Now.</param>
    /// <param name="typed">What was read just now, if it was.</param>
    public static CarUse Of(IReadOnlyCollection<OdometerReading> readings, decimal shopDefault, DateOnly today, DateTime utcNow, int? typed = null)
    {
        var perDay = DistancePerDay.Of(readings, shopDefault);
        var last = readings.OrderByDescending(r => r.At).FirstOrDefault();
        return new CarUse(today, typed ?? (last is null ? null : DistancePerDay.Predicted(last, perDay, utcNow)), perDay);
    }

    /// <summary>The day on which the odometer passes a reading, going on as before; null where it can't be told.</summary>
    public DateOnly? PassesOn(int reading)
    {
        if (Reading is not { } now || PerDay <= 0) return null;
        var days = Math.Ceiling((reading - now) / PerDay);
        return Math.Abs(days) > 36_500 ? null : Today.AddDays((int)days);
    }
}

/// <summary>Whether the time has come.</summary>
public enum DueState
{
    /// <summary>In more than 30 days.</summary>
    Later,
    /// <summary>Within 30 days.</summary>
    Soon,
    /// <summary>Today.</summary>
    Due,
    /// <summary>The day has passed.</summary>
    Late,
}

/// <summary>When work is due, and whether that is now.</summary>
/// <param name="On">The day; null where neither a day nor a distance tells one.</param>
/// <param name="State">Whether the time has come.</param>
/// <param name="ByDistance">True where the distance comes before the date.</param>
public sealed record Due(DateOnly? On, DueState State, bool ByDistance)
{
    private const int SoonDays = 30;

    /// <summary>The same in the words of what is known at write-up.</summary>
    public Urgency Urgency => State switch { DueState.Late or DueState.Due => Urgency.Due, DueState.Soon => Urgency.Soon, _ => Urgency.Later };

    /// <summary>
    /// The earlier of last done + months and the day on which the predicted odometer passes last reading done + distance; without a
    /// last time both count from where the reminder began (rules, section 6).
    /// </summary>
    public static Due Of(Reminder reminder, CarUse use)
    {
        var last = reminder.Last;
        return After(last?.On ?? reminder.StartsOn, last is null ? reminder.StartsAtReading : last.Reading, reminder.EveryMonths, reminder.EveryDistance, use);
    }

    /// <summary>When an interval that began on a day and at a reading ends.</summary>
    public static Due After(DateOnly? on, int? reading, int? months, int? distance, CarUse use)
    {
        var byDate = on is { } day && months is { } m ? day.AddMonths(m) : (DateOnly?)null;
        var byDistance = reading is { } from && distance is { } far ? use.PassesOn(from + far) : null;
        // A reading that was passed before the interval began, by the use of today, was passed when it began.
        if (byDistance < on) byDistance = on;
        var first = byDate is { } d && (byDistance is not { } x || d <= x) ? d : byDistance;
        return new Due(first, StateOf(first, use.Today), first is not null && first == byDistance && first != byDate);
    }

    private static DueState StateOf(DateOnly? on, DateOnly today) => on is not { } day ? DueState.Later
        : day < today ? DueState.Late
        : day == today ? DueState.Due
        : day.DayNumber - today.DayNumber <= SoonDays ? DueState.Soon
        : DueState.Later;
}
