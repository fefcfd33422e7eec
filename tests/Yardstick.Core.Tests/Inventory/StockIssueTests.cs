using Yardstick.Core.Catalog;
using Yardstick.Core.Inventory;
using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
using static Yardstick.Core.Tests.Sample;

namespace Yardstick.Core.Tests.Inventory;

/// <summary>What an invoice takes from the shelf, and what comes back with its reversal.</summary>
public class StockIssueTests
{
    private readonly Part pads = new()
    {
        Id = 5,
        Number = "BP-1",
        Description = "Pads",
        OnHand = new(6),
        Reserved = new(2),
        AverageCost = new(31.25m),
    };
    private readonly Order order = new() { Id = 1, Number = 3001 };

    public StockIssueTests()
    {
        var job = new Job
        {
            Id = 11,
            Title = "Brakes",
            Decision = DecisionKind.Approved,
        };
        job.Lines.Add(
            new PartLine
            {
                Id = 101,
                Description = "Pads",
                PartId = 5,
                Quantity = new(2),
                ReservedQuantity = new(2),
            }
        );
        order.AddJob(job, Mina);
    }

    private List<StockMovement> Move(bool back = false) => StockIssue.Of(order, new Dictionary<long, Part> { [5] = pads }, back, Mina);

    [Fact]
    public void What_was_kept_leaves_the_shelf_and_nothing_is_kept_any_more()
    {
        var movement = Assert.Single(Move());
        Assert.Equal((4m, 0m, 0m), (pads.OnHand.Value, pads.Reserved.Value, order.Jobs[0].Lines[0].AsPart().ReservedQuantity.Value));
        Assert.Equal(
            (StockMovementKind.Issue, -2m, 31.25m, 101L, 5L),
            (movement.Kind, movement.Quantity.Value, movement.UnitCost.Value, movement.LineId!.Value, movement.PartId!.Value)
        );
        Assert.Equal((Mina.At, Mina.StaffId), (movement.At, movement.ById!.Value));
    }

    [Fact]
    public void With_the_reversal_it_is_there_again()
    {
        Move();
        var movement = Assert.Single(Move(back: true));
        Assert.Equal((6m, 0m), (pads.OnHand.Value, pads.Reserved.Value));
        Assert.Equal((StockMovementKind.Return, 2m), (movement.Kind, movement.Quantity.Value));
    }

    [Theory]
    [InlineData(OrderState.Open, 0)]
    [InlineData(OrderState.Posted, 2)]
    public void A_defective_part_of_a_posted_order_goes_back_and_its_figures_stay(OrderState state, int received)
    {
        var line = order.Jobs[0].Lines[0].AsPart();
        (line.ReceivedQuantity, order.State) = (new(2), state);
        Assert.True(order.TakeBack(101, new(2), 101, defective: true, Mina).Ok);
        Assert.Equal(received, line.ReceivedQuantity.Value);
    }

    [Fact]
    public void Of_a_line_that_got_more_than_it_needs_the_surplus_goes_into_stock()
    {
        var line = order.Jobs[0].Lines[0].AsPart();
        (line.ReceivedQuantity, line.UnitCost) = (new(5), new(30));
        Assert.Equal("More came than the line needs", LoosePart.Why(order, order.Jobs[0], line));
        Assert.Equal(3, LoosePart.Units(order.Jobs[0], line).Value);
        order.Jobs[0].Progress = JobProgress.Finished;
        Assert.Equal(3, order.PutIntoStock(101, pads, Mina).Value.Movement.Quantity.Value);
        Assert.Equal((2m, 9m), (line.ReceivedQuantity.Value, pads.OnHand.Value));
        // What is left of it is in the car.
        Assert.Equal("job.finished", order.PutIntoStock(101, pads, Mina).Problem!.Code);
    }

    [Fact]
    public void What_was_ordered_for_the_order_never_was_on_the_shelf()
    {
        order.Jobs[0].Lines[0].AsPart().ReceivedQuantity = new(1.5m);
        Assert.Equal(-0.5m, Assert.Single(Move()).Quantity.Value);
        Assert.Equal(5.5m, pads.OnHand.Value);
        order.Jobs[0].Lines[0].AsPart().ReceivedQuantity = new(2);
        Assert.Empty(Move(back: true));
    }

    [Theory]
    [InlineData("declined")]
    [InlineData("out")]
    [InlineData("removed")]
    [InlineData("not in the catalog")]
    public void Only_parts_of_approved_work_that_are_in_the_catalog_move(string why)
    {
        var (job, line) = (order.Jobs[0], order.Jobs[0].Lines[0]);
        if (why == "declined")
            job.Decision = DecisionKind.Declined;
        if (why == "out")
            line.IsExcluded = true;
        if (why == "removed")
            line.RemovedAt = Mina.At;
        if (why == "not in the catalog")
            line.AsPart().PartId = null;
        Assert.Empty(Move());
        Assert.Equal(6m, pads.OnHand.Value);
    }
}
