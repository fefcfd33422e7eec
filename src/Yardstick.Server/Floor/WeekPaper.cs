using System.Globalization;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Server.Documents;

namespace Yardstick.Server.Floor;

/// <summary>A person's week on the clock as a list on paper.</summary>
internal static class WeekPaper
{
    /// <summary>Sets it.</summary>
    internal static ListPaper Of(Times.TimesWeekView week, Shop shop) =>
        new()
        {
            Name = "Time sheet",
            Shop = (shop.Name, shop.Address, shop.Contact),
            LogoHash = shop.LogoHash,
            Date = week.Now,
            Under = string.Create(CultureInfo.InvariantCulture, $"{week.Name}, week of {week.From:MMM d, yyyy}"),
            Columns = [("", 0), ("From", 250), ("Until", 320), ("Hours", 390), ("", 440)],
            None = "Nothing was clocked in this week.",
            Groups =
            [
                .. week.Days.Where(d => d.Times.Count > 0).Select(GroupOf),
                new ListGroup(
                    "Week",
                    [
                        ["Clocked in", "", "", Hours(week.PresentHours), ""],
                        ["On jobs", "", "", Hours(week.JobHours), ""],
                        ["Hours sold of finished jobs", "", "", Hours(week.SoldHours), ""],
                    ]
                ),
            ],
        };

    private static ListGroup GroupOf(Times.TimesDay day) =>
        new(
            string.Create(
                CultureInfo.InvariantCulture,
                $"{day.Day:dddd, MMM d}: {Hours(day.PresentHours)} h clocked in, {Hours(day.JobHours)} h on jobs, {Hours(day.SoldHours)} h sold"
            ),
            [
                .. day.Times.Select(t =>
                    (IReadOnlyList<string>)
                        [
                            t.IsJob ? "   " + t.Title : "Clocked in",
                            On(t.From, day.Day),
                            t.Until is { } until ? On(until, day.Day) : "running",
                            Hours(t.Hours),
                            t.Corrections.Count > 0 ? string.Join(" ", t.Corrections)
                            : t.EndsInBreak ? "break"
                            : "",
                        ]
                ),
            ]
        );

    private static string On(LocalDateTime at, LocalDate day) =>
        at.Date == day ? at.TimeOfDay.Clock() : string.Create(CultureInfo.InvariantCulture, $"{at.Date:ddd} {at.TimeOfDay.Clock()}");

    private static string Hours(decimal hours) => hours.ToString("0.00", CultureInfo.InvariantCulture);
}
