using System.Globalization;

namespace Yardstick.Core.FollowUp;

/// <summary>A service of a set of reminders and how often it comes.</summary>
/// <param name="Title">What is to be done, 1 to 200 characters.</param>
/// <param name="EveryMonths">Months between two times, 1 to 240; null for none.</param>
/// <param name="EveryDistance">Distance between two times, in the shop's unit; null for none.</param>
public sealed record ReminderSetService(string Title, int? EveryMonths, int? EveryDistance)
{
    /// <summary>The same as it is typed for a reminder.</summary>
    public ReminderInput Typed =>
        new(Title, EveryMonths?.ToString(CultureInfo.InvariantCulture), EveryDistance?.ToString(CultureInfo.InvariantCulture), null);
}
