using Yardstick.Core.Floor;
using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Schedule;
using Yardstick.Core.Setup;
using static Yardstick.Core.Tests.Sample;

namespace Yardstick.Core.Tests.Schedule;

public class PlannedWorkTests
{
    private static readonly Shop Open = new()
    {
        Name = "Shop",
        TimeZone = "America/New_York",
        Hours = WeekHours.Same(new DayHours(new(7, 30), new(18, 0)), 5),
    };

    [Theory]
    [InlineData(9, 7, 9, 0)]
    [InlineData(9, 8, 9, 15)]
    [InlineData(17, 52, 17, 45)]
    public void Work_stands_on_the_nearest_quarter(int hour, int minute, int at, int quarter)
    {
        var plan = new PlannedWork();
        Assert.True(plan.Place(5, new(2026, 11, 23, hour, minute), Open, 0).Ok);
        Assert.Equal((new LocalDateTime(2026, 11, 23, at, quarter), 5L, 1), (plan.Start, plan.TechnicianId!.Value, plan.Version));
    }

    [Theory]
    [InlineData(7, 20)]
    [InlineData(17, 53)]
    [InlineData(23, 55)]
    public void It_is_planned_within_the_opening_hours(int hour, int minute) =>
        Assert.Equal("plan.hours", new PlannedWork().Place(5, new(2026, 11, 23, hour, minute), Open, 0).Problem!.Code);

    [Fact]
    public void Nothing_is_planned_on_a_day_on_which_the_shop_is_closed()
    {
        var refused = new PlannedWork().Place(5, new(2026, 11, 28, 9, 0), Open, 0).Problem!;
        Assert.Equal(("plan.hours", true), (refused.Code, refused.Message.Contains("Saturday, Nov 28", StringComparison.Ordinal)));
    }

    [Fact]
    public void The_day_of_a_person_is_told_where_it_is_not_the_shops_and_counts_with_its_hours()
    {
        var day = new DayPlan(Open, Open.Utc(new(2026, 11, 23, 10, 0)), [], [], []);
        StaffMember Who(int id, WeekHours? hours = null) =>
            new()
            {
                Id = id,
                Name = "Ana Vasquez",
                Hours = hours,
            };
        var early = Who(2, WeekHours.Same(new DayHours(new(7, 30), new(15, 0), new(12, 0), new(12, 30)), 5));
        var late = Who(3, WeekHours.Same(new DayHours(new(9, 0), new(18, 0)), 5));
        var off = Who(4, WeekHours.Usual.With(IsoDayOfWeek.Monday, null));
        Absence[] away =
        [
            new()
            {
                StaffId = 5,
                From = new(2026, 11, 20),
                Until = new(2026, 11, 23),
                Reason = "vacation",
            },
        ];
        Assert.Equal(
            ["", "until 3:00 pm", "from 9:00 am", "off today", "away, vacation"],
            new[] { Who(1), early, late, off, Who(5) }.Select(p => day.DayOf(p, away))
        );
        Assert.Equal(10.5m + 7m + 9m, day.Capacity([Who(1), early, late, off, Who(5)], away));
    }

    [Fact]
    public void Who_saw_an_older_plan_does_not_move_it()
    {
        var plan = new PlannedWork();
        plan.Place(5, new(2026, 11, 23, 9, 0), Open, 0);
        plan.Place(6, new(2026, 11, 23, 10, 0), Open, 1);
        Assert.Equal("plan.conflict", plan.Place(7, new(2026, 11, 23, 11, 0), Open, 1).Problem!.Code);
        Assert.True(plan.Place(7, new(2026, 11, 23, 11, 0), Open, 0).Ok);
    }

    [Fact]
    public void A_promise_that_the_parts_come_too_late_for_can_not_be_kept_wherever_it_is_shown()
    {
        var order = new Order
        {
            Id = 3001,
            Stage = Stage.InWork,
            PromisedAt = new(2026, 11, 23, 16, 0),
        };
        var coming = new PurchaseOrder { State = PurchaseOrderState.Confirmed, ExpectedAt = Instant.FromUtc(2026, 11, 24, 15, 0) };
        coming.Lines.Add(
            new PurchaseOrderLine
            {
                OrderId = 3001,
                LineId = 101,
                PartNumber = "P",
                Description = "Pump",
                Quantity = new(1),
            }
        );
        Assert.Equal(PromiseState.CannotBeKept, new DayPlan(Open, Mina.At, [], [], [coming]).PromiseOf(order));
        Assert.Equal(PromiseState.Holds, new DayPlan(Open, Mina.At, [], [], []).PromiseOf(order));
    }

    [Fact]
    public void Work_over_its_time_goes_on_until_now_and_says_by_how_much()
    {
        var job = new Job
        {
            Id = 11,
            Title = "Brakes",
            Decision = DecisionKind.Approved,
            SoldHours = new(1),
        };
        var plan = new PlannedWork
        {
            JobId = 11,
            OrderId = 3001,
            Start = new(2026, 11, 23, 8, 0),
        };
        var began = new TimeEntry
        {
            JobId = 11,
            OrderId = 3001,
            Start = Mina.At - Duration.FromMinutes(90),
        };
        var shown = new DayPlan(Open, Mina.At, [plan], [began], []).Of(job, plan);
        Assert.Equal(
            (new LocalDateTime(2026, 11, 23, 8, 30), new LocalDateTime(2026, 11, 23, 10, 0), 30, 1m, true),
            (shown.Start, shown.End, shown.MinutesOver, shown.Share, shown.Certain)
        );
    }
}
