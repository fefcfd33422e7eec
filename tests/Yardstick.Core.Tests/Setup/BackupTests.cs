using Yardstick.Core.Setup;

namespace Yardstick.Core.Tests.Setup;

/// <summary>The plan of backups: when one is due, which stay, what an owner is told.</summary>
public class BackupTests
{
    private static readonly LocalDate Day = new(2026, 11, 30);
    private static readonly Instant Now = Instant.FromUtc(2026, 11, 30, 15, 0);

    private static BackupPlan Plan(string at = "10:30 pm", int daily = 7, int weekly = 5, int monthly = 12)
    {
        var plan = new BackupPlan();
        foreach (
            var (field, value) in new[]
            {
                ("at", at),
                ("folder", "/mnt/a"),
                ("daily", FormattableString.Invariant($"{daily}")),
                ("weekly", FormattableString.Invariant($"{weekly}")),
                ("monthly", FormattableString.Invariant($"{monthly}")),
            }
        )
            Assert.True(plan.Set(field, value, "/srv/shop").Ok, field);
        return plan;
    }

    [Theory]
    [InlineData("at", "soon")]
    [InlineData("at", "tomorrow 10 am")]
    [InlineData("folder", "backups")]
    [InlineData("folder", "/srv/shop")]
    [InlineData("folder", "/srv/shop/copies")]
    [InlineData("folder", "/srv/other/../shop/copies")]
    [InlineData("secondFolder", "/mnt/a/")]
    [InlineData("daily", "0")]
    [InlineData("weekly", "-1")]
    [InlineData("monthly", "x")]
    [InlineData("other", "1")]
    public void What_can_not_be_is_refused_and_changes_nothing(string field, string value)
    {
        var plan = Plan();
        var version = plan.Version;
        Assert.NotNull(plan.Set(field, value, "/srv/shop").Problem);
        Assert.Equal(version, plan.Version);
        Assert.Equal(["/mnt/a"], plan.Folders);
    }

    [Fact]
    public void A_folder_whose_name_only_begins_like_the_shops_is_another() =>
        Assert.True(Plan().Set("secondFolder", "/srv/shop-copies", "/srv/shop").Ok);

    [Fact]
    public void It_is_due_once_after_its_time_and_made_up_for_when_the_machine_was_off()
    {
        var plan = Plan();
        var time = new LocalTime(22, 30);
        Assert.True(plan.IsDue(Day.At(time), Day.PlusDays(-1).At(time)));
        Assert.False(plan.IsDue(Day.At(new LocalTime(22, 29)), Day.PlusDays(-1).At(time)));
        Assert.False(plan.IsDue(Day.At(new LocalTime(23, 0)), Day.At(time)));
        Assert.True(plan.IsDue(Day.At(new LocalTime(8, 0)), Day.PlusDays(-2).At(time)));
        Assert.True(plan.IsDue(Day.At(new LocalTime(8, 0)), null));
        Assert.False(Plan(at: "").IsDue(Day.At(time), null));
    }

    [Fact]
    public void Of_a_year_of_days_the_last_ones_of_days_weeks_and_months_stay()
    {
        var made = Enumerable
            .Range(0, 400)
            .SelectMany(d => new[] { Day.PlusDays(-d).At(new LocalTime(12, 0)), Day.PlusDays(-d).At(new LocalTime(22, 30)) })
            .ToList();
        var plan = Plan(daily: 3, weekly: 2, monthly: 3);
        var kept = made.Except(BackupThinning.ToDelete(made, plan)).Order().ToList();
        Assert.Equal(
            [
                // Ends of September and October, of last week, and the last three days.
                new LocalDate(2026, 9, 30),
                new LocalDate(2026, 10, 31),
                new LocalDate(2026, 11, 28),
                new LocalDate(2026, 11, 29),
                new LocalDate(2026, 11, 30),
            ],
            kept.Select(k => k.Date)
        );
        Assert.All(kept, k => Assert.Equal(new LocalTime(22, 30), k.TimeOfDay));
        // Thinned again, nothing more goes; and the very latest never does.
        Assert.Empty(BackupThinning.ToDelete(kept, plan));
        Assert.Empty(BackupThinning.ToDelete([Day.AtMidnight()], Plan(daily: 1, weekly: 0, monthly: 0)));
        Assert.Empty(BackupThinning.ToDelete([], plan));
    }

    [Fact]
    public void An_owner_is_told_when_none_was_good_for_two_days_and_when_the_disk_fills_up()
    {
        var plan = Plan();
        Assert.Null(BackupWatch.OfBackups(plan, Now - Duration.FromHours(47), Now, Now));
        Assert.Contains("2 days old", BackupWatch.OfBackups(plan, Now - Duration.FromHours(49), Now, Now));
        Assert.Null(BackupWatch.OfBackups(plan, null, Now - Duration.FromHours(47), Now));
        Assert.Contains("no good backup", BackupWatch.OfBackups(plan, null, Now - Duration.FromHours(49), Now));
        Assert.Null(BackupWatch.OfBackups(Plan(at: ""), null, Now - Duration.FromDays(90), Now));
        const long gigabyte = 1024L * 1024 * 1024;
        Assert.Null(BackupWatch.OfDisk(10 * gigabyte, 100 * gigabyte));
        Assert.Contains("4.0 GB", BackupWatch.OfDisk(4 * gigabyte, 100 * gigabyte));
        Assert.Contains("1.0 GB", BackupWatch.OfDisk(gigabyte, 4 * gigabyte));
    }

    [Theory]
    [InlineData("", true)]
    [InlineData("eleven char", false)]
    [InlineData("copper kettle north", true)]
    public void A_passphrase_is_long_or_none(string typed, bool taken) => Assert.Equal(taken, BackupPlan.CheckPassphrase(typed).Ok);
}
