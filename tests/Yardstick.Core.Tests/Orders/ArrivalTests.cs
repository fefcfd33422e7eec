using Yardstick.Core.Floor;
using Yardstick.Core.Orders;
using Yardstick.Core.Schedule;
using static Yardstick.Core.Tests.Sample;

namespace Yardstick.Core.Tests.Orders;

/// <summary>Whether the vehicle of an order is in the shop, from the write-up until it is picked up.</summary>
public class ArrivalTests
{
    private static Order Open(bool notHereYet = false, bool withoutVehicle = false, bool counter = false) =>
        Order
            .Open(
                new OrderStart
                {
                    CustomerId = 1,
                    VehicleId = withoutVehicle || counter ? null : 4,
                    NotHereYet = notHereYet,
                    WithoutVehicle = withoutVehicle,
                    CounterSale = counter,
                },
                1,
                Mina
            )
            .Value;

    [Fact]
    public void A_vehicle_that_is_here_came_now_and_one_that_comes_later_is_expected()
    {
        var here = Open();
        Assert.True(here.Arrives("", Now, Mina).Ok);
        Assert.Equal((Stage.Here, true, Now), (here.Stage, here.OnPremises, here.ArrivesAt!.Value));
        var later = Open(notHereYet: true);
        Assert.True(later.Arrives("tomorrow 8", Now, Mina).Ok);
        Assert.Equal(
            (Stage.Expected, false, new LocalDateTime(2026, 11, 24, 8, 0)),
            (later.Stage, later.OnPremises, later.ArrivesAt!.Value)
        );
        Assert.Equal("arrival.past", Open(notHereYet: true).Arrives("8:00", Now, Mina).Problem?.Code);
        Assert.Equal("date.unreadable", Open(notHereYet: true).Arrives("when it thaws", Now, Mina).Problem?.Code);
        var unknown = Open(notHereYet: true);
        Assert.True(unknown.Arrives(null, Now, Mina).Ok);
        Assert.Null(unknown.ArrivesAt);
    }

    [Fact]
    public void It_arrives_leaves_for_a_while_and_is_picked_up()
    {
        var order = Open(notHereYet: true);
        Assert.True(order.SetHeader("onPremises", "true", Now, Mina).Ok);
        Assert.Equal((Stage.Here, true, Now), (order.Stage, order.OnPremises, order.ArrivesAt!.Value));
        // The customer drives it while the part is on its way; moving it on the board brings it not back, work on it does.
        order.SetHeader("onPremises", "false", Now, Mina);
        order.MoveTo(Stage.WaitingForParts, "", Mina);
        Assert.False(order.OnPremises);
        // That another vehicle than the one written down is away does not bring it back either.
        Assert.True(order.SetVehicle(8, 1, Mina).Ok);
        Assert.False(order.OnPremises);
        order.MoveTo(Stage.InWork, "", Mina);
        Assert.True(order.OnPremises);
        order.MoveTo(Stage.Done, "", Mina);
        Assert.True(order.OnPremises);
        order.MoveTo(Stage.Collected, "", Mina);
        Assert.False(order.OnPremises);
    }

    [Fact]
    public void An_estimate_without_a_vehicle_is_no_counter_sale_and_no_vehicle_can_be_here()
    {
        var order = Open(withoutVehicle: true);
        Assert.Equal((Stage.Expected, false, false), (order.Stage, order.CounterSale, order.OnPremises));
        Assert.Equal("order.noVehicle", order.SetHeader("onPremises", "true", Now, Mina).Problem?.Code);
        var job = new Job { Title = "Pads", SoldHours = new(1) };
        order.AddJob(job, Mina);
        // There is nothing to work on yet: nobody is planned for it.
        Assert.False(DayPlan.IsToBePlanned(order, job));
        Assert.True(order.SetVehicle(4, 1, Mina).Ok);
        Assert.Equal((Stage.Expected, false, true), (order.Stage, order.OnPremises, DayPlan.IsToBePlanned(order, job)));
        Assert.False(Open(counter: true).OnPremises);
    }
}
