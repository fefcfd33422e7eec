using Yardstick.Core.Floor;
using static Yardstick.Core.Tests.Sample;

namespace Yardstick.Core.Tests.Floor;

public class TimeClockTests
{
    private static readonly Instant Later = Mina.At + Duration.FromMinutes(30);

    [Fact]
    public void Whoever_comes_twice_came_once()
    {
        var clock = new TimeClock(7, null, null);
        Assert.Equal((7L, Mina.At), (clock.Come(Mina.At)!.StaffId, Mina.At));
        Assert.Null(clock.Come(Later));
    }

    [Fact]
    public void Going_onto_a_job_leaves_the_one_before()
    {
        var before = new TimeEntry
        {
            StaffId = 7,
            JobId = 11,
            Start = Mina.At,
        };
        var clock = new TimeClock(7, new Attendance { StaffId = 7, Start = Mina.At }, before);
        Assert.True(clock.IsOn(11));
        var begun = clock.Begin(3001, 12, Later);
        Assert.Equal((Later, 12L, 3001L, Later), (before.End!.Value, begun.JobId, begun.OrderId, begun.Start));
        Assert.True(clock.IsOn(12));
        clock.Stop(Later + Duration.FromMinutes(1));
        Assert.Equal(Later + Duration.FromMinutes(1), begun.End);
        Assert.False(clock.IsOn(12));
    }

    [Fact]
    public void Nobody_goes_home_on_the_clock()
    {
        var (here, on) = (
            new Attendance { StaffId = 7, Start = Mina.At },
            new TimeEntry
            {
                StaffId = 7,
                JobId = 11,
                Start = Mina.At,
            }
        );
        new TimeClock(7, here, on).Go(Later);
        Assert.Equal((Later, Later), (here.End!.Value, on.End!.Value));
    }

    [Fact]
    public void A_shift_over_midnight_counts_on_both_days_and_an_hour_that_comes_twice_counts_twice()
    {
        var shop = TheShop;
        Instant At(int day, int hour) => shop.Utc(new LocalDateTime(2026, 11, day, hour, 0));
        decimal On(int day, Instant from, Instant until) => ClockedHours.On(from, until, new LocalDate(2026, 11, day), shop);
        var (ten, three) = (At(23, 22), At(24, 3));
        Assert.Equal((2m, 3m, 0m), (On(23, ten, three), On(24, ten, three), On(25, ten, three)));
        // On the first of November 2026 the hour from one to two comes twice.
        Assert.Equal(3m, On(1, At(1, 1), At(1, 3)));
    }
}
