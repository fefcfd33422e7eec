using Yardstick.Core.Catalog;
using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Tests.Purchasing;

/// <summary>Where the part of a line is, as the sheet and the bench say it.</summary>
public class PartStateTests
{
    private static readonly Job Proposed = new() { Title = "Brakes" },
        Approved = new() { Title = "Brakes", Decision = DecisionKind.Approved };

    private static PartLine Pads(decimal reserved = 0, decimal received = 0) =>
        new()
        {
            Id = 101,
            Description = "Pads",
            Quantity = new(2),
            ReservedQuantity = new(reserved),
            ReceivedQuantity = new(received),
        };

    private static Part Stocked(decimal onHand) =>
        new()
        {
            Number = "BP-1",
            Description = "Pads",
            OnHand = new(onHand),
        };

    private static PurchaseOrder Order(PurchaseOrderState state, string trouble = "")
    {
        var order = new PurchaseOrder
        {
            State = state,
            Trouble = trouble,
            ExpectedAt = Instant.FromUtc(2026, 11, 24, 9, 0, 0),
        };
        order.Lines.Add(
            new PurchaseOrderLine
            {
                LineId = 101,
                PartNumber = "BP-1",
                Description = "Pads",
                Quantity = new(2),
            }
        );
        return order;
    }

    [Fact]
    public void Nobody_waits_for_what_is_only_proposed()
    {
        Assert.Equal((PartStateCode.Proposed, "Not in stock"), Of(Proposed, Pads(), null));
        Assert.Equal((PartStateCode.Proposed, "1 of 2 in stock"), Of(Proposed, Pads(), Stocked(1)));
        Assert.Equal((PartStateCode.Proposed, "In stock, available"), Of(Proposed, Pads(), Stocked(2)));
    }

    [Fact]
    public void Approved_work_needs_its_part_until_it_is_kept_ordered_or_here()
    {
        Assert.Equal((PartStateCode.Needed, "Needs ordering"), Of(Approved, Pads(), Stocked(2)));
        Assert.Equal((PartStateCode.Needed, "1 of 2 here, 1 to order"), Of(Approved, Pads(reserved: 1), null));
        Assert.Equal((PartStateCode.Stock, "In stock, reserved"), Of(Approved, Pads(reserved: 2), null));
        Assert.Equal((PartStateCode.Received, "Received"), Of(Approved, Pads(received: 2), null));
    }

    [Fact]
    public void What_is_ordered_says_from_whom_when_and_what_is_wrong()
    {
        var on = PartState.Of(Approved, Pads(), null, Order(PurchaseOrderState.Confirmed), "Harbor Parts");
        Assert.Equal((PartStateCode.Ordered, "Harbor Parts: confirmed", 9), (on.Code, on.Text, on.ExpectedAt!.Value.InUtc().Hour));
        Assert.Equal(
            PartStateCode.Trouble,
            PartState.Of(Approved, Pads(), null, Order(PurchaseOrderState.Confirmed, "is not responding"), "Harbor Parts").Code
        );
        // What came is not on the way any more; what did not come with it is needed again.
        Assert.Equal(
            PartStateCode.Needed,
            PartState.Of(Approved, Pads(received: 1), null, Order(PurchaseOrderState.Received), "Harbor Parts").Code
        );
    }

    private static (PartStateCode, string) Of(Job job, PartLine line, Part? part)
    {
        var state = PartState.Of(job, line, part, null, "");
        return (state.Code, state.Text);
    }
}
