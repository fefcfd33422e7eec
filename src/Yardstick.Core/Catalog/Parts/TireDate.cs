using System.Globalization;

namespace Yardstick.Core.Catalog;

/// <summary>When a tire was made, from the last four digits of its date code: week and year, <c>3526</c>.</summary>
/// <param name="Week">Week, 1 to 53.</param>
/// <param name="Year">Year.</param>
public sealed record TireDate(int Week, int Year)
{
    /// <summary>Reads four digits; null where they are none, or name a week to come. Codes have four digits since 2000.</summary>
    /// <param name="text">As typed.</param>
    /// <param name="today">Today.</param>
    public static TireDate? Read(string text, LocalDate today)
    {
        var typed = text.Trim();
        if (typed.Length != 4 || !typed.All(char.IsAsciiDigit))
            return null;
        var (week, year) = (
            int.Parse(typed[..2], CultureInfo.InvariantCulture),
            2000 + int.Parse(typed[2..], CultureInfo.InvariantCulture)
        );
        var made = new TireDate(week, year);
        return week is >= 1 and <= 53 && made.Day <= today.PlusDays(7) ? made : null;
    }

    /// <summary>The first day of that week, near enough.</summary>
    private LocalDate Day => new LocalDate(Year, 1, 1).PlusDays(7 * (Week - 1));

    /// <summary>Whole years since then.</summary>
    /// <param name="today">Today.</param>
    public int Age(LocalDate today) => Math.Max(0, Period.Between(Day, today, PeriodUnits.Years).Years);

    /// <summary>In words: <c>week 35 of 2021, 5 years old</c>.</summary>
    /// <param name="today">Today.</param>
    public string Words(LocalDate today) =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"week {Week} of {Year}{(Age(today) is > 0 and var age ? $", {age} {(age == 1 ? "year" : "years")} old" : "")}"
        );
}
