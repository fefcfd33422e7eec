using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;
using static Yardstick.Core.Tests.Sample;

namespace Yardstick.Core.Tests.Purchasing;

/// <summary>What suppliers make of each line, and what goes back to them.</summary>
public class FollowingTests
{
    private static readonly Instant Noon = Instant.FromUtc(2026, 11, 23, 17, 0, 0);

    private static PurchaseOrder Placed(string reference = "HP-1")
    {
        var order = new PurchaseOrder
        {
            Id = 9,
            Number = 501,
            SupplierReference = reference,
            State = PurchaseOrderState.Confirmed,
        };
        foreach (var (id, units) in new[] { (1, 4), (2, 1) })
            order.Lines.Add(
                new PurchaseOrderLine
                {
                    Id = id,
                    LineId = 100 + id,
                    OrderId = 3001,
                    PartNumber = $"P-{id}",
                    Description = $"Part {id}",
                    Quantity = new(units),
                    UnitCost = new(12),
                    CoreEach = new(15),
                }
            );
        return order;
    }

    private static SupplierAnswer Says(params (long Line, PurchaseLineState State, decimal? Units)[] lines) =>
        new(
            "HP-1",
            PurchaseOrderState.Confirmed,
            Noon,
            [.. lines.Select(l => new SupplierLineAnswer(l.Line, l.State, l.Units is { } units ? new(units) : null, Noon))]
        );

    [Theory]
    [InlineData(PurchaseLineState.Confirmed, null, true, "Confirmed")]
    [InlineData(PurchaseLineState.PartlyFilled, 2, true, "2 of 4 filled, rest back-ordered")]
    [InlineData(PurchaseLineState.Delayed, null, true, "Delayed")]
    [InlineData(PurchaseLineState.Shipped, null, true, "Shipped")]
    [InlineData(PurchaseLineState.NotAvailable, null, false, "Not available")]
    [InlineData(PurchaseLineState.Discontinued, null, false, "No longer made")]
    [InlineData(PurchaseLineState.UnknownNumber, null, false, "Part number unknown to the supplier")]
    public void Each_line_has_a_state_in_its_own_words(PurchaseLineState state, int? units, bool comes, string words)
    {
        var order = Placed();
        order.Answered(Says((1, state, units), (2, PurchaseLineState.Confirmed, null)));
        var line = order.Lines[0];
        Assert.Equal((comes, words), (line.Awaited, line.StateText));
        Assert.True(order.IsOpen);
        Assert.Equal(!comes, order.Trouble.Contains("Replace it", StringComparison.Ordinal));
        Assert.Equal(comes, PurchaseOrderLine.IsAwaited.Compile()(line));
    }

    [Fact]
    public void With_the_last_line_refused_the_order_is_over_and_what_was_refused_does_not_come_alive()
    {
        var order = Placed();
        order.Answered(Says((1, PurchaseLineState.Discontinued, null), (2, PurchaseLineState.NotAvailable, null)));
        Assert.Equal((PurchaseOrderState.Refused, false), (order.State, order.IsOpen));
        order.Answered(Says((1, PurchaseLineState.Shipped, null)));
        Assert.Equal(PurchaseLineState.Discontinued, order.Lines[0].State);
    }

    [Fact]
    public void A_supplier_with_a_service_is_asked_to_cancel_and_may_be_too_late()
    {
        var order = Placed();
        Assert.True(order.Cancel([1, 2], "The customer sold the car", Noon).Ok);
        Assert.Equal([1L, 2L], order.ToCancel.Select(l => l.Id));
        Assert.True(order.Lines[0].Awaited);
        order.CancelAnswered(new HashSet<long> { 1 }, "Harbor", Noon);
        Assert.Equal((false, true, 0), (order.Lines[0].Awaited, order.Lines[1].Awaited, order.ToCancel.Count));
        Assert.Contains("can't cancel Part 2", order.Trouble, StringComparison.Ordinal);
        // What never reached them is called off at once.
        var unsent = Placed("");
        unsent.Cancel([1, 2], "Wrong car", Noon);
        Assert.Equal(PurchaseOrderState.Cancelled, unsent.State);
    }

    [Fact]
    public void What_was_not_to_come_is_received_with_a_reason()
    {
        var order = Placed();
        order.Answered(Says((1, PurchaseLineState.NotAvailable, null), (2, PurchaseLineState.NotAvailable, null)));
        Assert.Equal("purchase.closed", order.MayReceive().Problem!.Code);
        Assert.Equal("purchase.against", order.MayReceive(" ").Problem!.Code);
        Assert.True(order.MayReceive("The driver had them all the same").Ok);
        Assert.Equal("receive.tooMany", order.Lines[0].Receive("1", "").Problem!.Code);
        Assert.Equal(4, order.Lines[0].Receive("", "", against: true).Value.Quantity.Value);
    }

    [Fact]
    public void A_line_of_a_repair_order_says_where_its_part_is()
    {
        var job = new Job { Decision = DecisionKind.Approved };
        var line = new PartLine { Id = 101, Quantity = new(4) };
        Assert.Equal("Needs ordering", PartState.Of(job, line, null, null, "").Text);
        line.ReservedQuantity = new(1);
        Assert.Equal("1 of 4 here, 3 to order", PartState.Of(job, line, null, null, "").Text);
        var order = Placed();
        order.Answered(Says((1, PurchaseLineState.PartlyFilled, 2)));
        Assert.Equal("Harbor: 2 of 4 filled, rest back-ordered, 1 of 4 here", PartState.Of(job, line, null, order, "Harbor").Text);
        order.Answered(Says((1, PurchaseLineState.Discontinued, null)));
        Assert.Equal(
            (PartStateCode.Trouble, "Harbor: no longer made. Replace it or remove it"),
            (PartState.Of(job, line, null, order, "Harbor").Code, PartState.Of(job, line, null, order, "Harbor").Text)
        );
        var proposed = new PartLine { Quantity = new(4) };
        var part = new Core.Catalog.Part { OnHand = new(2) };
        Assert.Equal("2 of 4 in stock", PartState.Of(new Job(), proposed, part, null, "").Text);
    }

    [Fact]
    public void Another_cost_moves_the_margin_and_not_the_price()
    {
        var figures = new LineFigures(60, null, 0, 120, 120, 0, 60, 50);
        Assert.Equal(new CostChange(new Money(1200), 50, 40), CostChange.Of(figures, new(30), new(36), new(2)));
        Assert.Null(CostChange.Of(figures with { Net = 0 }, new(30), new(36), new(2)).MarginAfter);
    }

    private static ReceiptLine Came(Quantity units, bool stock = false) =>
        new()
        {
            Id = 5,
            PartNumber = "P-1",
            Description = "Part 1",
            Quantity = units,
            UnitCost = new(12.5m),
            CoreEach = new(15),
            OrderId = stock ? null : 3001,
        };

    private static readonly Supplier ByService = new()
    {
        Id = 2,
        Way = SupplierOrderWay.Electronic,
        Code = "harbor",
    };

    private static SupplierReturnAnswer Says(SupplierReturnState state, string words = "", Money? credited = null) =>
        new(state == SupplierReturnState.Refused ? "" : "RA-9", state, credited, words);

    [Fact]
    public void A_service_authorizes_and_credits_and_what_a_person_did_meanwhile_stays()
    {
        var isToAsk = PartReturn.IsToAsk.Compile();
        var made = PartReturn.Begin(101, ByService, "", Mina).Value;
        made.Add(Came(new(2)), new(2), PartReturnReason.Spare, new(2));
        made.NotAnswered("Harbor", "is not responding");
        Assert.StartsWith("Harbor is not responding. Asking again", made.Trouble, StringComparison.Ordinal);
        Assert.True(isToAsk(made));
        // Credited before it left is no credit yet.
        made.Answered(Says(SupplierReturnState.Credited, "CM-1", new Money(2500)), "Harbor", Noon);
        Assert.Equal(("RA-9", PartReturnState.Authorized, ""), (made.Authorization, made.State, made.Trouble));
        Assert.False(isToAsk(made));
        made.Send(Noon);
        Assert.True(isToAsk(made));
        made.Answered(Says(SupplierReturnState.Waiting), "Harbor", Noon);
        Assert.Equal(PartReturnState.Sent, made.State);
        made.Answered(Says(SupplierReturnState.Credited, "CM-1", new Money(2400)), "Harbor", Noon);
        Assert.Equal((PartReturnState.Credited, 24m, "CM-1"), (made.State, made.Credited!.Value.Amount, made.Answer));
        made.Answered(Says(SupplierReturnState.Refused, "It was opened"), "Harbor", Noon);
        Assert.Equal((PartReturnState.Credited, ""), (made.State, made.Trouble));
    }

    [Fact]
    public void A_service_that_refuses_is_asked_no_more_and_a_person_decides()
    {
        var made = PartReturn.Begin(101, ByService, "", Mina).Value;
        made.Answered(Says(SupplierReturnState.Refused, "Past 30 days."), "Harbor", Noon);
        Assert.Equal("Harbor refuses it: Past 30 days. Keep it, or talk to them.", made.Trouble);
        Assert.Equal((PartReturnState.Open, false), (made.State, PartReturn.IsToAsk.Compile()(made)));
        Assert.True(made.Drop(Noon).Ok);
        Assert.Equal("", made.Trouble);
    }

    [Fact]
    public void A_core_is_due_given_up_with_a_reason_and_found_again()
    {
        var core = OwedCore.Of(new(3));
        core.Goes(new(1));
        Assert.Equal("core.reason", core.GiveUp(" ", Mina).Problem!.Code);
        Assert.Equal("core.notGivenUp", core.Found().Problem!.Code);
        Assert.True(core.GiveUp("The customer kept it", Mina).Ok);
        Assert.Equal((new Quantity(2), Quantity.Zero, Mina.StaffId), (core.GivenUp, core.Left, core.GivenUpById));
        Assert.Equal("core.none", core.GiveUp("Again", Mina).Problem!.Code);
        Assert.True(core.Found().Ok);
        Assert.Equal((new Quantity(2), "", null), (core.Left, core.Reason, core.GivenUpAt));
        var supplier = new Supplier();
        Assert.Equal("supplier.coreDays", supplier.Set("coreDays", "0", "US", false).Problem!.Code);
        Assert.True(supplier.Set("coreDays", "45", "US", false).Ok);
        Assert.Equal(new LocalDate(2026, 12, 31), OwedCore.DueOn(new(2026, 11, 16), supplier));
    }

    [Fact]
    public void A_return_goes_its_way_and_no_more_goes_back_than_came()
    {
        var made = PartReturn.Begin(101, ByService, "", Mina).Value;
        Assert.Equal("return.tooMany", made.Add(Came(new(2)), new(2), PartReturnReason.Wrong, new(1)).Problem!.Code);
        Assert.True(made.Add(Came(new(2)), new(2), PartReturnReason.Wrong, new(2)).Ok);
        Assert.True(made.Add(Came(new(2)), new(1), PartReturnReason.Core, new(2)).Ok);
        Assert.Equal(40, made.Expected.Amount);
        Assert.Equal("return.state", made.Credit("", "", Noon).Problem!.Code);
        Assert.Equal("return.number", made.Authorize(" ").Problem!.Code);
        Assert.True(made.Authorize("RA-7").Ok);
        Assert.True(made.Send(Noon).Ok);
        Assert.Equal("return.state", made.Drop(Noon).Problem!.Code);
        Assert.True(made.Credit("38.25", "CM-9", Noon).Ok);
        Assert.Equal((38.25m, PartReturnState.Credited, false), (made.Credited!.Value.Amount, made.State, made.IsOpen));
        Assert.Equal("return.state", made.Refuse("Too late", Noon).Problem!.Code);
    }

    [Fact]
    public void A_core_goes_back_only_where_one_was_charged_and_stock_is_told_apart()
    {
        var made = PartReturn.Begin(101, ByService, "", Mina).Value;
        var without = new ReceiptLine
        {
            PartNumber = "P-2",
            Description = "Part 2",
            Quantity = new(1),
        };
        Assert.Equal("return.noCore", made.Add(without, new(1), PartReturnReason.Core, new(1)).Problem!.Code);
        made.Add(Came(new(1), stock: true), new(1), PartReturnReason.Spare, new(1));
        Assert.True(made.Lines[0].FromStock);
        Assert.Equal("return.why", made.Refuse("", Noon).Problem!.Code);
        Assert.True(made.Refuse("Past 30 days", Noon).Ok);
    }

    [Theory]
    [InlineData("4KTX219", "4KTX219", "RO 3001")]
    [InlineData("", "RO 3001", "RO 3001")]
    public void A_label_says_whose_the_part_is(string plate, string head, string order)
    {
        var label = PartLabel.Of(Came(new(2)), (3001, plate), "", "Harbor");
        Assert.Equal((head, order, "× 2"), (label.For, label.Order, label.Quantity));
        Assert.Equal("STOCK", PartLabel.Of(Came(new(1), stock: true), null, "B2", "Harbor").For);
    }
}
