using System.Globalization;
using Yardstick.Core.Catalog;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;

namespace Yardstick.Core.FollowUp;

/// <summary>Work that comes again after a time, a distance, or whichever is first.</summary>
public class Reminder
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The vehicle.</summary>
    public long VehicleId { get; init; }

    /// <summary>What is to be done.</summary>
    public required string Title { get; init; }

    /// <summary>Months between two times; null for none.</summary>
    public int? EveryMonths { get; internal set; }

    /// <summary>Distance between two times, in the shop's unit; null for none.</summary>
    public int? EveryDistance { get; internal set; }

    /// <summary>The canned job that does it.</summary>
    public long? CannedJobId { get; internal set; }

    /// <summary>The day from which it counts while it was never done.</summary>
    public LocalDate StartsOn { get; init; }

    /// <summary>The reading from which it counts while it was never done; null where none was known.</summary>
    public Odometer? StartsAtReading { get; init; }

    /// <summary>
    /// When it was due as of the last look, which is taken once a day: by it those that may be due are found, and only these are computed.
    /// Null before the first look; the last day there is where nobody can tell.
    /// </summary>
    public LocalDate? ExpectedOn { get; internal set; }

    /// <summary>Takes a look: when it is due by how the car is used now.</summary>
    /// <param name="use">How the car is used.</param>
    public void Expect(CarUse use) => ExpectedOn = Due.Of(this, use).On ?? LocalDate.MaxIsoValue;

    /// <summary>Taken off, UTC; kept so that it can come back.</summary>
    public Instant? RemovedAt { get; internal set; }

    /// <summary>Counts up with every change.</summary>
    public int Version { get; internal set; } = 1;

    /// <summary>When it was done, as far as it is known.</summary>
    public List<ReminderDone> Dones { get; } = [];

    /// <summary>The last time it was done; null where it never was.</summary>
    public ReminderDone? Last => Dones.Where(d => d.TakenBackAt is null).OrderBy(d => d.On).ThenBy(d => d.Id).LastOrDefault();

    /// <summary>How often, in words.</summary>
    public string Interval(string unit) =>
        string.Join(
            " or ",
            new[]
            {
                EveryMonths is { } months
                    ? months == 1
                        ? "every month"
                        : $"every {months} months"
                    : "",
                EveryDistance is { } distance ? Invariant($"every {distance:N0} {unit}") : "",
            }.Where(t => t.Length > 0)
        );

    /// <summary>How often, when it was done last and when it is due, in words.</summary>
    /// <param name="use">How the car is used.</param>
    /// <param name="unit">Word of the shop's unit of distance.</param>
    public string Standing(CarUse use, string unit)
    {
        var due = Due.Of(this, use);
        var next = due switch
        {
            { On: null } => "needs an odometer to set the due date",
            { State: DueState.Late } => Invariant($"overdue since {due.On:MMM d, yyyy}"),
            { State: DueState.Due } => "due today",
            { ByDistance: true } => Invariant($"due about {due.On:MMM d, yyyy}"),
            _ => Invariant($"due {due.On:MMM d, yyyy}"),
        };
        var last = Last switch
        {
            null => Invariant($"not done yet, counting from {StartsOn:MMM d, yyyy}"),
            { Reading: { } at } done => Invariant($"last {done.On:MMM d, yyyy} at {at} {unit}"),
            { } done => Invariant($"last {done.On:MMM d, yyyy}"),
        };
        return $"{Interval(unit)}; {last}; {next}";
    }

    /// <summary>Makes a reminder. Without an earlier time it starts today at today's reading.</summary>
    /// <param name="vehicleId">The vehicle.</param>
    /// <param name="typed">What was typed.</param>
    /// <param name="today">Today in the shop.</param>
    /// <param name="reading">What the odometer shows, or is thought to.</param>
    public static Result<Reminder> Create(long vehicleId, ReminderInput typed, LocalDate today, Odometer? reading)
    {
        var title = (typed.Title ?? "").Trim();
        if (title.Length is 0 or > 200)
            return new Problem("reminder.title", "Enter the service in 200 characters or fewer.", "title");
        var months = Whole(typed.EveryMonths, "everyMonths", 240, "months");
        if (months.Problem is { } noMonths)
            return noMonths;
        var distance = Whole(typed.EveryDistance, "everyDistance", 500_000, "a distance");
        if (distance.Problem is { } noDistance)
            return noDistance;
        if (months.Value is null && distance.Value is null)
            return new Problem("reminder.interval", "Enter a number of months or miles.", "everyMonths");
        return new Reminder
        {
            VehicleId = vehicleId,
            Title = title,
            CannedJobId = typed.CannedJobId,
            StartsOn = today,
            StartsAtReading = (typed.DueAtReading, distance.Value) is ({ } due, { } every)
                ? new Odometer(Math.Max(0, due - every))
                : reading,
            EveryMonths = months.Value,
            EveryDistance = distance.Value,
        };
    }

    private static Result<int?> Whole(string? text, string field, int most, string what)
    {
        if (string.IsNullOrWhiteSpace(text))
            return (int?)null;
        var typed = Odometer.Parse(text, field);
        if (typed.Problem is not null || typed.Value.Value is 0 || typed.Value.Value > most)
            return new Problem(
                "reminder.interval",
                $"\"{text.Trim()}\" is not {what} from 1 to {most.ToString("N0", CultureInfo.InvariantCulture)}.",
                field
            );
        return (int?)typed.Value.Value;
    }

    /// <summary>Whether a job does what the reminder asks for: by its canned job, or by the words of its title.</summary>
    public bool IsDoneBy(Job job) => CannedJobId is { } canned && job.CannedJobId == canned || WorkTitleMatch.Same(Title, job.Title);

    /// <summary>Where nobody named the canned job that does it, the one of the same title does.</summary>
    /// <param name="offered">Canned jobs that are offered.</param>
    public void Find(IEnumerable<CannedJob> offered) =>
        CannedJobId ??= offered.FirstOrDefault(c => string.Equals(c.Title, Title, StringComparison.OrdinalIgnoreCase))?.Id;

    /// <summary>Notes that it was done; the next time counts from there.</summary>
    public ReminderDone Done(LocalDate on, Odometer? reading, long? orderId)
    {
        var done = new ReminderDone
        {
            ReminderId = Id,
            On = on,
            Reading = reading,
            OrderId = orderId,
        };
        Dones.Add(done);
        Version++;
        return done;
    }

    /// <summary>Why a car can't have it: it has one of that title; null where it has not.</summary>
    /// <param name="taken">Whether it has.</param>
    public Problem? Twice(bool taken) =>
        taken ? new Problem("reminder.twice", $"The car has a reminder \"{Title}\" already.", "title") : null;

    /// <summary>Notes that it was done, from what was typed.</summary>
    /// <param name="on">The day; empty for today. One still to come is refused with <c>reminder.future</c>.</param>
    /// <param name="reading">What the odometer showed; empty where nobody read it.</param>
    /// <param name="localNow">Wall time now.</param>
    public Result<ReminderDone> DoneOn(string? on, string? reading, LocalDateTime localNow)
    {
        var today = localNow.Date;
        var day = string.IsNullOrWhiteSpace(on) ? today : DateTimeInput.Day(on, localNow, "on");
        if (day.Problem is { } noDay)
            return noDay;
        if (day.Value > today)
            return new Problem("reminder.future", "That date is in the future. Enter the date it was done.", "on");
        if (string.IsNullOrWhiteSpace(reading))
            return Done(day.Value, null, null);
        var read = Odometer.Parse(reading, "reading");
        return read.Problem is { } noReading ? noReading : Done(day.Value, read.Value, null);
    }

    /// <summary>Takes it off its car, or puts it back.</summary>
    /// <param name="off">True takes it off.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public void TakeOff(bool off, Instant utcNow)
    {
        RemovedAt = off ? utcNow : null;
        Version++;
    }

    /// <summary>An invoice that had done it was reversed.</summary>
    /// <param name="orderId">Its order.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public void TakeBack(long orderId, Instant utcNow)
    {
        foreach (var done in Dones.Where(d => d.OrderId == orderId))
            done.TakenBackAt ??= utcNow;
        Version++;
    }
}
