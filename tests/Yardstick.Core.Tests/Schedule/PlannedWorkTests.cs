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
        Opens = new(7, 30),
        Closes = new(18, 0),
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
