using CsCheck;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;

namespace Yardstick.Core.Tests.FollowUp;

/// <summary>Reminders and when they are due (rules, section 6).</summary>
public class ReminderTests
{
    private static readonly LocalDate Today = new(2026, 11, 23);
    private static readonly CarUse Use = new(Today, new(60_000), 40);

    private static Reminder Of(int? months, int? distance, LocalDate? lastOn = null, int? lastAt = null)
    {
        var reminder = new Reminder
        {
            Title = "Oil and filter service",
            EveryMonths = months,
            EveryDistance = distance,
            StartsOn = Today,
            StartsAtReading = Use.Reading,
        };
        if (lastOn is { } on)
            reminder.Done(on, lastAt is { } at ? new Odometer(at) : null, null);
        return reminder;
    }

    [Theory]
    // Last done in June: the six months are over on December 1; 7,500 miles at 40 a day pass on the day that is 12.5 days before or after.
    [InlineData("2026-06-01", 53_000, "2026-12-01", DueState.Soon, false)]
    [InlineData("2026-06-01", 52_000, "2026-11-11", DueState.Late, true)]
    [InlineData("2026-05-23", 59_000, "2026-11-23", DueState.Due, false)]
    [InlineData("2026-05-22", 59_000, "2026-11-22", DueState.Late, false)]
    [InlineData("2026-10-01", 58_000, "2027-04-01", DueState.Later, false)]
    [InlineData("2026-11-01", 59_000, "2027-05-01", DueState.Later, false)]
    public void The_earlier_of_months_and_distance_makes_it_due(string lastOn, int lastAt, string due, DueState state, bool byDistance)
    {
        var answer = Due.Of(Of(6, 7_500, Times.Day(lastOn), lastAt), Use);
        Assert.Equal((Times.Day(due), state, byDistance), (answer.On!.Value, answer.State, answer.ByDistance));
    }

    [Fact]
    public void Without_a_last_time_it_counts_from_today_and_todays_reading()
    {
        Assert.Equal(Today.PlusMonths(12), Due.Of(Of(12, null), Use).On);
        Assert.Equal(Today.PlusDays(188), Due.Of(Of(null, 7_500), Use).On);
        Assert.Null(
            Due.Of(
                new Reminder
                {
                    Title = "x",
                    EveryDistance = 5_000,
                    StartsOn = Today,
                },
                Use
            ).On
        );
    }

    [Fact]
    public void A_month_that_is_too_short_ends_on_its_last_day() =>
        Assert.Equal(new LocalDate(2027, 2, 28), Due.Of(Of(3, null, new LocalDate(2026, 11, 30)), Use).On);

    [Fact]
    public void A_car_that_went_the_distance_before_the_interval_began_is_not_due_before_it_began()
    {
        var last = Today.PlusDays(-20);
        Assert.Equal(last, Due.Of(Of(null, 7_500, last, 44_000), Use).On);
    }

    [Fact]
    public void A_distance_that_was_passed_long_ago_is_due_however_long()
    {
        var due = Due.Of(Of(23, 8_719, Today.PlusDays(-100), 15_108), new CarUse(Today, new(60_500), 1));
        Assert.Equal((Today.PlusDays(-100), DueState.Late, true), (due.On!.Value, due.State, due.ByDistance));
    }

    [Fact]
    public void It_is_never_due_later_because_the_car_goes_further() =>
        Gen.Select(Gen.Int[0, 90_000], Gen.Int[1, 24], Gen.Int[500, 30_000], Gen.Int[1, 120])
            .Sample(
                (at, months, distance, perDay) =>
                {
                    var reminder = Of(months, distance, Today.PlusDays(-100), at);
                    var slow = Due.Of(reminder, new CarUse(Today, new(60_000), perDay)).On;
                    var fast = Due.Of(reminder, new CarUse(Today, new(60_500), perDay)).On;
                    return fast <= slow;
                }
            );

    [Fact]
    public void A_last_time_that_was_taken_back_does_not_count()
    {
        var reminder = Of(6, null, Today.PlusDays(-300));
        var done = reminder.Done(Today, new(60_000), 7);
        Assert.Equal(DueState.Later, Due.Of(reminder, Use).State);
        done.TakenBackAt = Instant.FromUtc(2026, 11, 23, 0, 0, 0);
        Assert.Equal((Today.PlusDays(-300), DueState.Late), (reminder.Last!.On, Due.Of(reminder, Use).State));
    }

    [Theory]
    [InlineData("", "6", "", "title")]
    [InlineData("Oil", "", "", "everyMonths")]
    [InlineData("Oil", "0", "", "everyMonths")]
    [InlineData("Oil", "600", "", "everyMonths")]
    [InlineData("Oil", "six", "", "everyMonths")]
    [InlineData("Oil", "", "-5", "everyDistance")]
    [InlineData("Oil", "", "900,000", "everyDistance")]
    [InlineData("Oil", "6", "7,500", null)]
    [InlineData("Oil", "", "7 500", null)]
    public void A_reminder_needs_a_title_and_an_interval(string title, string months, string distance, string? field) =>
        Assert.Equal(field, Reminder.Create(1, new ReminderInput(title, months, distance, null), Today, new(60_000)).Problem?.Field);

    [Fact]
    public void It_is_told_how_often_in_the_shops_unit()
    {
        Assert.Equal("every 6 months or every 7,500 mi", Of(6, 7_500).Interval("mi"));
        Assert.Equal("every month", Of(1, null).Interval("mi"));
        Assert.Equal("every 12,000 km", Of(null, 12_000).Interval("km"));
    }

    [Fact]
    public void The_same_canned_job_or_the_same_words_do_its_work()
    {
        var reminder = Of(6, null);
        reminder.CannedJobId = 4;
        Assert.True(reminder.IsDoneBy(new Job { Title = "Anything", CannedJobId = 4 }));
        Assert.True(reminder.IsDoneBy(new Job { Title = "Synthetic oil and filter service" }));
        Assert.False(reminder.IsDoneBy(new Job { Title = "Transmission fluid, change", CannedJobId = 5 }));
        Assert.False(new Reminder { Title = "Service" }.IsDoneBy(new Job { Title = "Brake fluid" }));
    }

    [Fact]
    public void The_use_of_a_car_comes_from_its_readings_or_from_what_was_just_typed()
    {
        var now = Instant.FromUtc(2026, 11, 23, 12, 0, 0);
        OdometerReading[] readings =
        [
            new() { Reading = new(50_000), At = now.PlusDays(-100) },
            new() { Reading = new(54_000), At = now.PlusDays(-20) },
        ];
        Assert.Equal((55_000, 50m), (CarUse.Of(readings, 32, Today, now).Reading!.Value.Value, CarUse.Of(readings, 32, Today, now).PerDay));
        Assert.Equal(56_000, CarUse.Of(readings, 32, Today, now, new(56_000)).Reading?.Value);
        Assert.Equal((null, 32m), (CarUse.Of([], 32, Today, now).Reading, CarUse.Of([], 32, Today, now).PerDay));
        Assert.Null(new CarUse(Today, new(60_000), 0).PassesOn(61_000));
        Assert.Null(new CarUse(Today, new(60_000), 0.001m).PassesOn(900_000));
    }
}
