using System.Globalization;
using System.Text.RegularExpressions;
using Yardstick.Core.Values;

namespace Yardstick.Core.FollowUp;

/// <summary>Services that come again for a kind of vehicle; put on a vehicle in one step, each with its own interval.</summary>
public partial class ReminderSet
{
    private const int LongestName = 60,
        MostServices = 30;

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The kind of vehicle, in the shop's words, 1 to 60 characters.</summary>
    public string Name { get; internal set; } = "";

    /// <summary>Its services, 1 to 30.</summary>
    public IReadOnlyList<ReminderSetService> Services { get; internal set; } = [];

    /// <summary>Not offered any more, UTC; null while it is.</summary>
    public Instant? RemovedAt { get; internal set; }

    /// <summary>Counts up with every change.</summary>
    public int Version { get; internal set; } = 1;

    /// <summary>
    /// Takes its name and services as typed, one service a line: <c>Oil and filter change, 6 months, 5,000 miles</c>. Refuses with
    /// <c>reminderSet.name</c>, <c>reminderSet.line</c>, <c>reminderSet.twice</c> and <c>reminderSet.count</c>.
    /// </summary>
    /// <param name="name">The kind of vehicle.</param>
    /// <param name="services">One service a line.</param>
    public Result Fill(string? name, string? services)
    {
        var typed = (name ?? "").Trim();
        if (typed.Length is 0 or > LongestName)
            return new Problem("reminderSet.name", Invariant($"Enter a name in {LongestName} characters or fewer."), "name");
        var read = new List<ReminderSetService>();
        var lines = (services ?? "").Split('\n').Select((text, i) => (Text: text.Trim(), Number: i + 1)).Where(l => l.Text.Length > 0);
        foreach (var (text, number) in lines)
        {
            if (Read(text) is not { } service)
                return new Problem(
                    "reminderSet.line",
                    Invariant($"Line {number}: enter a service and how often, such as \"Oil change, 6 months, 5,000 miles\"."),
                    "services"
                );
            if (read.Exists(r => string.Equals(r.Title, service.Title, StringComparison.OrdinalIgnoreCase)))
                return new Problem("reminderSet.twice", Invariant($"Line {number}: \"{service.Title}\" is listed twice."), "services");
            read.Add(service);
        }
        if (read.Count is 0 or > MostServices)
            return new Problem("reminderSet.count", Invariant($"Enter from 1 to {MostServices} services, one a line."), "services");
        (Name, Services) = (typed, read);
        Version++;
        return Result.Done;
    }

    /// <summary>Its services as they are typed, one a line.</summary>
    /// <param name="unit">Word of the shop's unit of distance.</param>
    public string Text(string unit) =>
        string.Join(
            '\n',
            Services.Select(s =>
                string.Join(
                    ", ",
                    new[]
                    {
                        s.Title,
                        s.EveryMonths is { } months ? Invariant($"{months} {(months == 1 ? "month" : "months")}") : "",
                        s.EveryDistance is { } distance ? Invariant($"{distance:N0} {unit}") : "",
                    }.Where(t => t.Length > 0)
                )
            )
        );

    /// <summary>Takes it off, or offers it again.</summary>
    /// <param name="off">True takes it off.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public void TakeOff(bool off, Instant utcNow) => (RemovedAt, Version) = (off ? utcNow : null, Version + 1);

    private static ReminderSetService? Read(string line)
    {
        if (Interval().Matches(line) is not { Count: > 0 } found)
            return null;
        int? months = null,
            distance = null;
        foreach (Match match in found)
        {
            var figure = match.Groups["figure"].Value.Replace(",", "", StringComparison.Ordinal);
            if (!int.TryParse(figure, NumberStyles.None, CultureInfo.InvariantCulture, out var number) || number < 1)
                return null;
            var unit = match.Groups["unit"].Value.ToLowerInvariant();
            if (unit[0] == 'y')
                months = number <= 20 ? number * 12 : null;
            else if (unit.StartsWith("mo", StringComparison.Ordinal))
                months = number <= 240 ? number : null;
            else
                distance = number <= 500_000 ? number : null;
        }
        var title = line[..found[0].Index].Trim().TrimEnd(',', ';', ':', '-').Trim();
        if (title.EndsWith(" every", StringComparison.OrdinalIgnoreCase))
            title = title[..^6].TrimEnd(',', ' ');
        return title.Length is > 0 and <= 200 && (months ?? distance) is not null ? new ReminderSetService(title, months, distance) : null;
    }

    [GeneratedRegex(@"\b(?<figure>\d[\d,]*)\s*(?<unit>months?|mos?|years?|yrs?|miles?|mi|kilometers?|km)\b", RegexOptions.IgnoreCase)]
    private static partial Regex Interval();
}
