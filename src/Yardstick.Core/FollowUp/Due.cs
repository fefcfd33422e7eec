using Yardstick.Core.Values;

namespace Yardstick.Core.FollowUp;

/// <summary>When work is due, and whether that is now.</summary>
/// <param name="On">The day; null where neither a day nor a distance tells one.</param>
/// <param name="State">Whether the time has come.</param>
/// <param name="ByDistance">True where the distance comes before the date.</param>
public sealed record Due(LocalDate? On, DueState State, bool ByDistance)
{
    private const int SoonDays = 30;

    /// <summary>The same in the words of what is known at write-up.</summary>
    public Urgency Urgency =>
        State switch
        {
            DueState.Late or DueState.Due => Urgency.Due,
            DueState.Soon => Urgency.Soon,
            _ => Urgency.Later,
        };

    /// <summary>
    /// The earlier of last done + months and the day on which the predicted odometer passes last reading done + distance; without a
    /// last time both count from where the reminder began (rules, Vehicles).
    /// </summary>
    public static Due Of(Reminder reminder, CarUse use)
    {
        var last = reminder.Last;
        return After(
            last?.On ?? reminder.StartsOn,
            last is null ? reminder.StartsAtReading?.Value : last.Reading?.Value,
            reminder.EveryMonths,
            reminder.EveryDistance,
            use
        );
    }

    /// <summary>When an interval that began on a day and at a reading ends.</summary>
    public static Due After(LocalDate? on, int? reading, int? months, int? distance, CarUse use)
    {
        var byDate = on is { } day && months is { } m ? day.PlusMonths(m) : (LocalDate?)null;
        var byDistance = reading is { } from && distance is { } far ? use.PassesOn(from + far) : null;
        // A reading that was passed before the interval began, by the use of today, was passed when it began.
        if (byDistance < on)
            byDistance = on;
        var first = byDate is { } d && (byDistance is not { } x || d <= x) ? d : byDistance;
        return new Due(first, StateOf(first, use.Today), first is not null && first == byDistance && first != byDate);
    }

    private static DueState StateOf(LocalDate? on, LocalDate today) =>
        on is not { } day ? DueState.Later
        : day < today ? DueState.Late
        : day == today ? DueState.Due
        : Period.DaysBetween(today, day) <= SoonDays ? DueState.Soon
        : DueState.Later;
}
