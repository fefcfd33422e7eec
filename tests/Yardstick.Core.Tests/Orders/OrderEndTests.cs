using Yardstick.Core.Billing;
using Yardstick.Core.Catalog;
using Yardstick.Core.Floor;
using Yardstick.Core.Inventory;
using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
using static Yardstick.Core.Tests.Sample;

namespace Yardstick.Core.Tests.Orders;

/// <summary>An order can always come to an end, and nothing that hangs on it is lost.</summary>
public class OrderEndTests
{
    private static Order Made(DecisionKind decision = DecisionKind.Proposed)
    {
        var order = new Order
        {
            Id = 1,
            Number = 1001,
            VehicleId = 4,
            CustomerId = 3,
            Stage = Stage.Pricing,
            OpenedAt = Mina.At,
        };
        var job = new Job
        {
            Id = 10,
            Title = "Water pump",
            Decision = decision,
        };
        job.Lines.Add(
            new PartLine
            {
                Id = 101,
                JobId = 10,
                Description = "Pump",
                Number = "WP-1",
                Quantity = new(2),
                UnitCost = new(40),
            }
        );
        order.AddJob(job, Mina);
        return order;
    }

    private static PurchaseOrder Coming(PurchaseOrderState state = PurchaseOrderState.Confirmed)
    {
        var purchase = new PurchaseOrder
        {
            Id = 5,
            Number = 501,
            State = state,
        };
        purchase.Lines.Add(
            new PurchaseOrderLine
            {
                Id = 50,
                LineId = 101,
                OrderId = 1,
                PartNumber = "WP-1",
                Description = "Pump",
                Quantity = new(2),
                UnitCost = new(40),
            }
        );
        return purchase;
    }

    [Theory]
    [InlineData(OrderEnding.Declined)]
    [InlineData(OrderEnding.NotReturned)]
    [InlineData(OrderEnding.TakenHome)]
    public void What_nobody_approved_is_ended_with_a_word_why_and_can_be_opened_again(OrderEnding ending)
    {
        var order = Made();
        Assert.Equal("end.reason", order.End(ending, " ", [], Mina).Problem!.Code);
        Assert.True(order.End(ending, "Sells the car", [], Mina).Ok);
        Assert.Equal(
            (OrderState.Ended, ending, "Sells the car", Stage.Collected),
            (order.State, order.Ending!.Value, order.EndReason, order.Stage)
        );
        Assert.Equal("order.ended", order.SetLine(101, "quantity", "1", Mina).Problem!.Code);
        Assert.Equal("order.ended", order.MoveTo(Stage.Here, "", Mina).Problem!.Code);
        Assert.Contains(order.Changes, c => c.Field == "state" && c.New.Contains("Sells the car", StringComparison.Ordinal));
        Assert.True(order.OpenAgain(Mina).Ok);
        Assert.Equal((OrderState.Open, Stage.Expected, null), (order.State, order.Stage, order.Ending));
    }

    [Fact]
    public void Approved_work_is_invoiced_or_withdrawn_first()
    {
        var order = Made(DecisionKind.Approved);
        Assert.Equal("end.approved", order.End(OrderEnding.Declined, "No", [], Mina).Problem!.Code);
        order.Jobs[0].Decision = DecisionKind.Declined;
        Assert.True(order.End(OrderEnding.Declined, "No", [], Mina).Ok);
    }

    [Fact]
    public void Whatever_hangs_on_it_is_named_with_what_to_do()
    {
        var order = Made();
        Assert.Empty(order.Hanging([Coming(PurchaseOrderState.Refused)], [], []));
        order.Jobs[0].Decision = DecisionKind.Approved;
        Assert.Equal(["end.approved"], order.Hanging([], [], [], ending: true).Select(h => h.Code));
        order.Jobs[0].Decision = DecisionKind.Declined;
        Assert.Equal(["clock.running", "part.coming"], order.Hanging([Coming()], [], ["Ana"]).Select(h => h.Code));
        order.Jobs[0].Lines[0].AsPart().ReceivedQuantity = new(2);
        var hanging = order.Hanging([], [], []);
        Assert.Equal(("part.here", 101L), (hanging[0].Code, hanging[0].LineId));
        Assert.Equal("end.hanging", order.End(OrderEnding.Declined, "No", hanging, Mina).Problem!.Code);
        Assert.Equal("end.hanging", order.MakeVoid("Typed twice", hanging, Mina).Problem!.Code);
    }

    [Fact]
    public void A_part_that_is_here_goes_into_stock_at_its_own_cost()
    {
        var order = Made();
        var part = new Part
        {
            Id = 9,
            Number = "WP-1",
            Description = "Pump",
            OnHand = new(2),
            AverageCost = new(20),
        };
        Assert.Equal("part.none", order.PutIntoStock(101, part, Mina).Problem!.Code);
        order.Jobs[0].Lines[0].AsPart().ReceivedQuantity = new(2);
        var movement = order.PutIntoStock(101, part, Mina).Value.Movement;
        Assert.Equal((StockMovementKind.Receipt, 2m, 40m), (movement.Kind, movement.Quantity.Value, movement.UnitCost.Value));
        Assert.Equal((4m, 30m, 0m), (part.OnHand.Value, part.AverageCost.Value, order.Jobs[0].Lines[0].AsPart().ReceivedQuantity.Value));
        order.Jobs[0].Lines[0].AsPart().ReceivedQuantity = new(1);
        order.Jobs[0].Progress = JobProgress.Finished;
        Assert.Equal("job.finished", order.PutIntoStock(101, part, Mina).Problem!.Code);
    }

    [Fact]
    public void A_void_order_keeps_its_number_and_nothing_of_it_comes_back()
    {
        var order = Made(DecisionKind.Declined);
        Assert.True(order.MakeVoid("Written for the wrong car", [], Mina).Ok);
        Assert.Equal((OrderState.Voided, 1001L, Mina.StaffId), (order.State, order.Number, order.EndedById));
        Assert.Empty(EarlierWork.StillOpen([order]));
        Assert.Equal("order.voided", order.OpenAgain(Mina).Problem!.Code);
        Assert.Equal("order.voided", order.MakeVoid("Again", [], Mina).Problem!.Code);
    }

    [Theory]
    [InlineData(DecisionKind.Declined)]
    [InlineData(DecisionKind.Deferred)]
    [InlineData(DecisionKind.Proposed)]
    public void What_an_ended_order_left_open_comes_back(DecisionKind decision)
    {
        var order = Made(decision);
        Assert.Empty(EarlierWork.StillOpen([order]));
        order.End(OrderEnding.NotReturned, "Never called", [], Mina);
        Assert.Equal("Water pump", Assert.Single(EarlierWork.StillOpen([order])).Title);
    }

    [Fact]
    public void A_posted_order_is_neither_ended_nor_void()
    {
        var order = Made(DecisionKind.Approved);
        order.Post(Mina);
        Assert.Equal("order.posted", order.End(OrderEnding.Declined, "No", [], Mina).Problem!.Code);
        Assert.Equal("order.posted", order.MakeVoid("No", [], Mina).Problem!.Code);
    }

    [Fact]
    public void Parts_are_called_off_with_a_reason_and_what_the_supplier_says_later_is_told()
    {
        var purchase = Coming();
        Assert.Equal("purchase.reason", purchase.Cancel([50], "", Mina.At).Problem!.Code);
        Assert.Equal("purchase.here", purchase.Cancel([51], "Rosa agreed", Mina.At).Problem!.Code);
        Assert.True(purchase.Cancel([50], "Rosa agreed", Mina.At).Ok);
        Assert.Equal((PurchaseOrderState.Cancelled, false), (purchase.State, purchase.Lines[0].Awaited));
        Assert.Equal("purchase.closed", purchase.Cancel([50], "Rosa agreed", Mina.At).Problem!.Code);
        purchase.Answered(new SupplierAnswer("H-1", PurchaseOrderState.Shipped, null, []));
        Assert.Equal(PurchaseOrderState.Cancelled, purchase.State);
        Assert.Contains("telephone", purchase.Trouble, StringComparison.Ordinal);
    }

    [Fact]
    public void Which_parts_are_needed_is_one_rule_in_memory_and_in_the_database()
    {
        var (line, job) = (PartNeed.OfLine.Compile(), PartNeed.OfJob.Compile());
        PartLine Part(decimal reserved, decimal received, bool @out = false) =>
            new()
            {
                Description = "Pump",
                Quantity = new(2),
                ReservedQuantity = new(reserved),
                ReceivedQuantity = new(received),
                IsExcluded = @out,
            };
        Assert.True(line(Part(0, 1)));
        Assert.False(line(Part(1, 1)));
        Assert.False(line(Part(0, 0, @out: true)));
        Assert.True(job(new Job { Title = "A", Decision = DecisionKind.Approved }));
        Assert.False(job(new Job { Title = "A", Decision = DecisionKind.Deferred }));
    }

    [Theory]
    [InlineData(LineKind.Part, "unitPrice", true)]
    [InlineData(LineKind.Labor, "price", true)]
    [InlineData(LineKind.Fee, "amount", true)]
    [InlineData(LineKind.Part, "quantity", false)]
    [InlineData(LineKind.Part, "amount", false)]
    public void Prices_of_lines_are_known_by_kind_and_field(LineKind kind, string field, bool price) =>
        Assert.Equal(price, PriceFields.OfLine(kind, field));

    [Fact]
    public void A_jobs_fixed_price_and_a_companions_amount_are_prices_too()
    {
        Assert.True(PriceFields.OfJob("fixedPrice"));
        Assert.False(PriceFields.OfJob("title"));
        Assert.True(PriceFields.OfCompanion("amountPerUnit"));
        Assert.False(PriceFields.OfCompanion("waived"));
    }

    [Fact]
    public void Whoever_is_named_on_a_line_is_named_on_the_order()
    {
        var order = Made();
        order
            .Jobs[0]
            .Lines.Add(
                new LaborLine
                {
                    Id = 102,
                    JobId = 10,
                    Description = "Replace",
                    Hours = new(1),
                }
            );
        Assert.Empty(order.NamedTechnicians);
        order.SetTechnician(null, 8, Mina);
        Assert.Equal([8], order.NamedTechnicians);
        order.LeadId = 6;
        Assert.Equal([6, 8], order.NamedTechnicians);
        order.Jobs[0].Decision = DecisionKind.Declined;
        Assert.Equal([6], order.NamedTechnicians);
    }
}
