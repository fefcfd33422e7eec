namespace Yardstick.Core.Setup;

/// <summary>Hours of each weekday. Never changed in place: other hours are another object.</summary>
/// <param name="Days">Monday first, seven; null on a day off.</param>
public sealed record WeekHours(IReadOnlyList<DayHours?> Days)
{
    private static readonly IsoDayOfWeek[] Weekdays =
    [
        IsoDayOfWeek.Monday,
        IsoDayOfWeek.Tuesday,
        IsoDayOfWeek.Wednesday,
        IsoDayOfWeek.Thursday,
        IsoDayOfWeek.Friday,
        IsoDayOfWeek.Saturday,
        IsoDayOfWeek.Sunday,
    ];

    /// <summary>What a new shop begins with: Monday to Friday, 7:30 am to 6 pm.</summary>
    public static WeekHours Usual { get; } = Same(new DayHours(new LocalTime(7, 30), new LocalTime(18, 0)), 5);

    /// <summary>The same hours on the first days of the week, Monday first.</summary>
    /// <param name="hours">The hours.</param>
    /// <param name="days">On how many days, 1 to 7.</param>
    public static WeekHours Same(DayHours hours, int days) => new([.. Weekdays.Select((_, i) => i < days ? hours : null)]);

    /// <summary>Hours of a weekday; null on a day off.</summary>
    public DayHours? On(IsoDayOfWeek day) => Days[(int)day - 1];

    /// <summary>The same week with other hours on one day.</summary>
    public WeekHours With(IsoDayOfWeek day, DayHours? hours) => new([.. Days.Select((h, i) => i == (int)day - 1 ? hours : h)]);

    /// <summary>From the earliest beginning to the latest end of any day; null for a week without hours.</summary>
    public DayHours? Widest =>
        Days.OfType<DayHours>().ToList() is { Count: > 0 } days ? new DayHours(days.Min(d => d.From), days.Max(d => d.Until)) : null;

    /// <summary>Whether two weeks have the same hours.</summary>
    public bool Equals(WeekHours? other) => other is not null && Days.SequenceEqual(other.Days);

    /// <inheritdoc />
    public override int GetHashCode() => Days.Aggregate(0, HashCode.Combine);

    /// <summary>The weekday of a field such as <c>hours.monday</c>; null for any other field.</summary>
    public static IsoDayOfWeek? DayOf(string field) =>
        Array.Find(Weekdays, d => field == FieldOf(d)) is var day && day != IsoDayOfWeek.None ? day : null;

    /// <summary>The field of a weekday's hours: <c>hours.monday</c>.</summary>
    public static string FieldOf(IsoDayOfWeek day) => $"hours.{day.ToString().ToLowerInvariant()}";

    /// <summary>The weekdays, Monday first.</summary>
    public static IReadOnlyList<IsoDayOfWeek> AllDays => Weekdays;
}
