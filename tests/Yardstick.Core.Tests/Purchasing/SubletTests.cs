using Yardstick.Core.Billing;
using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
using static Yardstick.Core.Tests.Sample;

namespace Yardstick.Core.Tests.Purchasing;

/// <summary>Work that a vendor does: sent out, back, billed, and never forgotten.</summary>
public class SubletTests
{
    private static readonly Supplier Vendor = new() { Id = 4, Name = "Bay Alignment" };

    private static (Order Order, SubletLine Line) Approved()
    {
        var order = new Order
        {
            Id = 1,
            Number = 1001,
            VehicleId = 4,
            OpenedAt = Mina.At,
        };
        var job = new Job
        {
            Id = 10,
            Title = "Alignment",
            Decision = DecisionKind.Approved,
        };
        var line = new SubletLine
        {
            Id = 77,
            JobId = 10,
            Description = "Four-wheel alignment",
            UnitCost = new(80),
        };
        job.Lines.Add(line);
        order.AddJob(job, Mina);
        return (order, line);
    }

    private static Result<SubletWork> Send(Order order, long line, string expected = "", bool isOut = false) =>
        SubletWork.Send(order, line, Vendor, expected, "Pick up at the side door", isOut, TheShop, Mina);

    [Fact]
    public void It_goes_out_is_named_as_an_obstacle_and_comes_back()
    {
        var (order, line) = Approved();
        var work = Send(order, line.Id, "3 pm").Value;
        Assert.Equal(("At Bay Alignment", 80m), (work.Words("Bay Alignment"), work.UnitCost.Value));
        Assert.Equal(new LocalTime(15, 0), TheShop.Local(work.ExpectedAt!.Value).TimeOfDay);
        var obstacle = Assert.Single(ClosingBlockers.Of(order, null, Policy, [], [work], []), o => o.Code == "sublet.outside");
        Assert.Equal(line.Id, obstacle.LineId);
        Assert.Contains(order.Hanging([], [work], []), o => o.Code == "sublet.outside");
        Assert.True(work.Back(order, "Bay Alignment", Mina).Ok);
        Assert.Equal("sublet.back", work.Back(order, "Bay Alignment", Mina).Problem!.Code);
        Assert.DoesNotContain(ClosingBlockers.Of(order, null, Policy, [], [work], []), o => o.Code == "sublet.outside");
        Assert.True(work.OutAgain(order, "Bay Alignment", Mina).Ok);
        Assert.True(work.CallOff(order, "Bay Alignment", Mina).Ok);
        Assert.False(work.IsOut);
    }

    [Fact]
    public void Only_approved_sublet_lines_go_out_and_only_once()
    {
        var (order, line) = Approved();
        Assert.Equal("sublet.out", Send(order, line.Id, isOut: true).Problem!.Code);
        Assert.Equal("line.gone", Send(order, 1234).Problem!.Code);
        Assert.NotNull(Send(order, line.Id, "when they can").Problem);
        order.Jobs[^1].Decision = DecisionKind.Proposed;
        Assert.Equal("sublet.notApproved", Send(order, line.Id).Problem!.Code);
        var part = new PartLine { Id = 78, Description = "Pads" };
        order.Jobs[^1].Lines.Add(part);
        Assert.Equal("sublet.kind", Send(order, part.Id).Problem!.Code);
    }

    [Fact]
    public void Its_bill_is_matched_once_and_a_difference_is_cost_of_sales()
    {
        var (order, line) = Approved();
        var work = Send(order, line.Id).Value;
        var bill = SupplierBill.Enter(4, false, new("A-1", "", "", "", ""), new(2026, 11, 23, 10, 0), Mina).Value;
        var billed = bill.Add(work, "85.50", accepts: true).Value;
        Assert.Equal((85.50m, 0m, 5.50m), (bill.Total.Amount, bill.Disputed.Amount, billed.ToCostOfSales.Amount));
        Assert.Equal("sublet.billed", bill.Add(work, "", accepts: true).Problem!.Code);
        work.Back(order, "Bay Alignment", Mina);
        Assert.Equal("sublet.billed", work.OutAgain(order, "Bay Alignment", Mina).Problem!.Code);
        var other = Send(order, line.Id).Value;
        var second = SupplierBill.Enter(4, false, new("A-2", "", "", "", ""), new(2026, 11, 23, 10, 0), Mina).Value;
        Assert.Equal(0, second.Add(other, "90", accepts: false).Value.ToCostOfSales.Amount);
        Assert.Equal(10, second.Disputed.Amount);
    }
}
