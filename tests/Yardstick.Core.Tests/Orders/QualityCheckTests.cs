using Yardstick.Core.Floor;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using static Yardstick.Core.Tests.Sample;

namespace Yardstick.Core.Tests.Orders;

/// <summary>The quality check by somebody who did not do the work.</summary>
public class QualityCheckTests
{
    private static readonly Actor Ana = new(6, Mina.At),
        Noor = new(8, Mina.At);

    private static Order Finished(bool shopChecks, bool jobWants = false)
    {
        var order = new Order { Stage = Stage.InWork, VehicleId = 3 };
        order.Jobs.Add(
            new Job
            {
                Id = 10,
                Title = "Front brake pads",
                Decision = DecisionKind.Approved,
                CheckWanted = jobWants,
            }
        );
        order.FinishJob(10, Policy, Ana, shopChecks);
        return order;
    }

    [Fact]
    public void Work_waits_for_it_where_shop_or_job_wants_it()
    {
        Assert.Equal((Stage.Done, false), (Finished(false).Stage, Finished(false).CheckPending));
        Assert.Equal((Stage.Check, true), (Finished(true).Stage, Finished(true).CheckPending));
        Assert.Equal(Stage.Check, Finished(false, jobWants: true).Stage);
    }

    [Fact]
    public void Whoever_did_the_work_may_not_pass_it_and_until_it_is_passed_the_vehicle_is_not_ready()
    {
        var order = Finished(true);
        Assert.Equal("check.own", order.PassCheck("", [], Ana).Problem!.Code);
        Assert.Equal("check.own", order.PassCheck("", [8], Noor).Problem!.Code);
        var done = new ShopStage
        {
            Id = 12,
            Name = "Ready",
            Meaning = Stage.Done,
        };
        Assert.Equal("check.needed", order.MoveTo(done, new ShopStage { Id = 2 }, Mina).Problem!.Code);
        Assert.True(order.PassCheck("Tight", [6], Noor).Ok);
        Assert.Equal((Stage.Done, 8L, true), (order.Stage, order.CheckedById!.Value, order.QualityChecks.Single().Passed));
        Assert.Equal("check.notPending", order.PassCheck("", [], Noor).Problem!.Code);
    }

    [Fact]
    public void An_invoiced_vehicle_is_still_checked_but_its_work_is_not_opened_again()
    {
        var order = Finished(true);
        order.State = OrderState.Posted;
        Assert.Equal("order.posted", order.SendBack(10, "Loose", [6], Noor).Problem!.Code);
        Assert.True(order.PassCheck("", [6], Noor).Ok);
        Assert.Equal(Stage.Done, order.Stage);
    }

    [Fact]
    public void What_is_sent_back_is_open_again_with_what_is_to_be_done_and_is_checked_once_more()
    {
        var order = Finished(true);
        Assert.Equal("check.note", order.SendBack(10, " ", [6], Noor).Problem!.Code);
        Assert.True(order.SendBack(10, "Left pad is not seated", [6], Noor).Ok);
        var job = order.Jobs[0];
        Assert.Equal(
            (JobProgress.InWork, "Sent back: Left pad is not seated", Stage.InWork),
            (job.Progress, job.ProgressNote, order.Stage)
        );
        order.FinishJob(10, Policy, Ana, true);
        Assert.Equal((true, Stage.Check), (order.CheckPending, order.Stage));
        order.PassCheck("", [6], Noor);
        order.ReopenJob(10, Mina);
        Assert.Null(order.CheckedAt);
    }
}
