using System.Globalization;

namespace Yardstick.Core.FollowUp;

/// <summary>A service of the maker's schedule.</summary>
/// <param name="Title">What is done.</param>
/// <param name="EveryDistance">Distance between two times in the shop's unit; null for none.</param>
/// <param name="EveryMonths">Months between two times; null for none.</param>
public sealed record ScheduledService(string Title, int? EveryDistance, int? EveryMonths)
{
    /// <summary>How often, in words: <c>30,000 mi or 24 months</c>.</summary>
    /// <param name="unit">Word of the shop's unit of distance.</param>
    public string Every(string unit) =>
        string.Join(
            " or ",
            new[]
            {
                EveryDistance is { } far ? string.Create(CultureInfo.InvariantCulture, $"{far:N0} {unit}") : "",
                EveryMonths is { } months ? Invariant($"{months} {(months == 1 ? "month" : "months")}") : "",
            }.Where(t => t.Length > 0)
        );
}
