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
}
