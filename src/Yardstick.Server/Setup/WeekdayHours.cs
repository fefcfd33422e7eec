using Yardstick.Core.Setup;

namespace Yardstick.Server.Setup;

/// <summary>Hours of a weekday.</summary>
/// <param name="Field">By which it is changed.</param>
/// <param name="Day">The weekday in words.</param>
/// <param name="Hours">As typed; the word for none on a day off.</param>
public sealed record WeekdayHours(string Field, string Day, string Hours)
{
    /// <summary>A whole week, Monday first.</summary>
    /// <param name="shown">A field as it is typed.</param>
    internal static IReadOnlyList<WeekdayHours> Of(Func<string, string> shown) =>
        [.. WeekHours.AllDays.Select(d => new WeekdayHours(WeekHours.FieldOf(d), d.ToString(), shown(WeekHours.FieldOf(d))))];
}
