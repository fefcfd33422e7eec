using System.Globalization;
using Yardstick.Core.Catalog;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;

namespace Yardstick.Core.FollowUp;

/// <summary>Work that comes again after a time, a distance, or whichever is first.</summary>
public class Reminder
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>The vehicle.</summary>
    public long VehicleId { get; set; }
    /// <summary>What is to be done.</summary>
    public required string Title { get; set; }
    /// <summary>Months between two times; null for none.</summary>
    public int? EveryMonths { get; set; }
    /// <summary>Distance between two times, in the shop's unit; null for none.</summary>
    public int? EveryDistance { get; set; }
    /// <summary>The canned job that does it.</summary>
    public long? CannedJobId { get; set; }
    /// <summary>The day from which it counts while it was never done.</summary>
    public DateOnly StartsOn { get; set; }
    /// <summary>The reading from which it counts while it was never done; null where none was known.</summary>
    public int? StartsAtReading { get; set; }
    /// <summary>Taken off, UTC; kept so that it can come back.</summary>
    public DateTime? RemovedAt { get; set; }
    /// <summary>Counts up with every change.</summary>
    public int Version { get; set; } = 1;
    /// <summary>When it was done, as far as it is known.</summary>
    public List<ReminderDone> Dones { get; } = [];

    /// <summary>The last time it was done; null where it never was.</summary>
    public ReminderDone? Last => Dones.Where(d => d.TakenBackAt is null).OrderBy(d => d.On).ThenBy(d => d.Id).LastOrDefault();

    /// <summary>How often, in words.</summary>
    public string Interval(string unit) => string.Join(" or ", new[]
    {
        EveryMonths is { } months ? months == 1 ? "every month" : $"every {months} months" : "",
        EveryDistance is { } distance ? $"every {distance:N0} {unit}" : "",
    }.Where(t => t.Length > 0));

    /// <summary>Makes a reminder. Without an earlier time it starts today at today's reading.</summary>
    /// <param name="vehicleId">The vehicle.</param>
    /// <param name="typed">What was typed.</param>
    /// <param name="today">Today in the shop.</param>
    /// <param name="reading">What the odometer shows, or is thought to.</param>
    public static Result<Reminder> Create(long vehicleId, ReminderInput typed, DateOnly today, int? reading)
    {
        var title = (typed.Title ?? "").Trim();
        if (title.Length is 0 or > 200) return new Problem("reminder.title", "Say in at most 200 characters what is to be done.", "title");
        var reminder = new Reminder { VehicleId = vehicleId, Title = title, CannedJobId = typed.CannedJobId, StartsOn = today, StartsAtReading = reading };
        var months = Whole(typed.EveryMonths, "everyMonths", 240, "months");
        if (months.Problem is { } noMonths) return noMonths;
        var distance = Whole(typed.EveryDistance, "everyDistance", 500_000, "a distance");
        if (distance.Problem is { } noDistance) return noDistance;
        (reminder.EveryMonths, reminder.EveryDistance) = (months.Value, distance.Value);
        if (reminder.EveryMonths is null && reminder.EveryDistance is null) return new Problem("reminder.interval", "Say after how many months or what distance it comes again.", "everyMonths");
        return reminder;
    }

    private static Result<int?> Whole(string? text, string field, int most, string what)
    {
        if (string.IsNullOrWhiteSpace(text)) return (int?)null;
        var typed = NumberInput.Reading(text, field);
        if (typed.Problem is not null || typed.Value is 0 || typed.Value > most)
            return new Problem("reminder.interval", $"\"{text.Trim()}\" is not {what} from 1 to {most.ToString("N0", CultureInfo.InvariantCulture)}.", field);
        return (int?)typed.Value;
    }

    /// <summary>Whether a job does what the reminder asks for: by its canned job, or by the words of its title.</summary>
    public bool IsDoneBy(Job job) => CannedJobId is { } canned && job.CannedJobId == canned || WorkTitleMatch.Same(Title, job.Title);

    /// <summary>Notes that it was done; the next time counts from there.</summary>
    public ReminderDone Done(DateOnly on, int? reading, long? orderId)
    {
        var done = new ReminderDone { ReminderId = Id, On = on, Reading = reading, OrderId = orderId };
        Dones.Add(done);
        Version++;
        return done;
    }
}
