using Yardstick.Core.Customers;
using Yardstick.Core.Floor;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;
using static Yardstick.Core.Tests.Sample;

namespace Yardstick.Core.Tests.Orders;

/// <summary>Fields of jobs and lines as they are typed, and what follows from sending and answering.</summary>
public class JobFieldTests
{
    private static PricingResult Price(Order order, JobSelection include) => Policy.Price(order, include);

    private static Order Made(string countUnit = "")
    {
        var order = new Order
        {
            Id = 1,
            Number = 3001,
            Stage = Stage.Pricing,
        };
        var job = new Job
        {
            Id = 11,
            Title = "Brakes",
            CountUnit = countUnit,
            Count = new(1),
        };
        job.Lines.Add(
            new LaborLine
            {
                Id = 101,
                Description = "Pads",
                Hours = new(1),
            }
        );
        job.Lines.Add(
            new PartLine
            {
                Id = 102,
                Description = "Pads",
                Quantity = new(1),
                UnitCost = new(20),
                Position = 1,
            }
        );
        order.AddJob(job, Mina);
        return order;
    }

    private static Answer Says(DecisionKind kind) =>
        new(kind, "Vesa", AnswerChannel.Phone, "", kind == DecisionKind.Deferred ? new LocalDate(2027, 2, 1) : null);

    [Theory]
    [InlineData("title", "  ", "text.empty")]
    [InlineData("fixedPrice", "cheap", "amount")]
    [InlineData("payer", "Nobody", "job.payer")]
    [InlineData("payer", "9", "job.payer")]
    [InlineData("credit", "101%", "job.credit")]
    [InlineData("count", "2", "job.count")]
    [InlineData("color", "red", "job.field")]
    public void What_a_job_cannot_be_is_refused_at_its_field(string field, string text, string code)
    {
        var order = Made();
        var refused = order.SetJob(11, field, text, Mina);
        Assert.Equal(field, refused.Problem!.Field);
        if (field != "fixedPrice")
            Assert.Equal(code, refused.Problem.Code);
        Assert.Equal(
            (1, "Brakes", (Money?)null, Payer.Customer),
            (order.Jobs[0].Version, order.Jobs[0].Title, order.Jobs[0].FixedPrice, order.Jobs[0].Payer)
        );
    }

    [Theory]
    [InlineData("title", 201, "text.long")]
    [InlineData("customerText", 2001, "text.long")]
    public void Texts_of_a_job_have_their_length(string field, int length, string code)
    {
        var order = Made();
        Assert.Equal(code, order.SetJob(11, field, new string('x', length), Mina).Problem!.Code);
        Assert.True(order.SetJob(11, field, new string('x', length - 1), Mina).Ok);
    }

    [Theory]
    [InlineData("fixedPrice", "129.95", "", "129.95")]
    [InlineData("isUnsafe", "true", "false", "true")]
    [InlineData("linesOpen", "true", "false", "true")]
    [InlineData("payer", "Shop", "Customer", "Shop")]
    [InlineData("credit", "50 %", "", "50%")]
    [InlineData("credit", "60", "", "60.00")]
    [InlineData("customerText", " Quiet ones ", "", "Quiet ones")]
    public void A_change_says_what_it_was_and_is(string field, string text, string old, string now)
    {
        var order = Made();
        var change = order.SetJob(11, field, text, Mina).Value;
        Assert.Equal((field, old, now), (change.Field, change.Old, change.New));
        Assert.Equal((2, old, now), (order.Jobs[0].Version, order.Changes[^1].Old, order.Changes[^1].New));
    }

    [Fact]
    public void One_price_needs_something_to_stand_for_and_is_taken_off_again()
    {
        var order = Made();
        foreach (var line in order.Jobs[0].Lines)
            line.IsExcluded = true;
        Assert.Equal("job.fixedPrice", order.SetJob(11, "fixedPrice", "100", Mina).Problem!.Code);
        order.Jobs[0].Lines[0].IsExcluded = false;
        Assert.True(order.SetJob(11, "fixedPrice", "100", Mina).Ok);
        Assert.Equal("100.00", order.SetJob(11, "fixedPrice", "", Mina).Value.Old);
        Assert.Null(order.Jobs[0].FixedPrice);
    }

    [Fact]
    public void A_payer_is_named_where_it_is_not_the_customer()
    {
        var order = Made();
        var job = order.Jobs[0];
        Assert.Equal("", job.PayerWords);
        order.SetJob(11, "payer", "Shop", Mina);
        Assert.Equal("the shop", job.PayerWords);
        Assert.Equal("job.payer", order.SetJob(11, "payer", "77", Mina).Problem!.Code);
        order.CustomerId = 5;
        Assert.Equal("payer.self", order.AddPayer(Customer.Named(5, "", "Themselves", "")).Problem!.Code);
        order.AddPayer(Customer.Named(77, "Coastline", "Care", ""));
        order.SetJob(11, "payer", "77", Mina);
        Assert.Equal((Payer.Account, "Coastline Care", "77"), (job.Payer, job.PayerWords, job.PayerKey));
    }

    [Fact]
    public void Sending_holds_the_prices_that_were_told_and_the_car_waits_for_the_answer()
    {
        var order = Made();
        order.WasSent("texted to (505) 555-0111", Price, Mina);
        Assert.Equal(Stage.WaitingForAnswer, order.Stage);
        Assert.Equal(
            (100m, 40m),
            (order.Jobs[0].Lines[0].AsLabor().QuotedPrice?.Value, order.Jobs[0].Lines[1].AsPart().QuotedPrice?.Value)
        );
        // A cost that changes later does not change what was told.
        order.SetLine(102, "unitCost", "35", Mina);
        // Labor 100, the part 40, supplies 10.
        Assert.Equal(150, Price(order, OrderPricing.Offered(order)).Total);
        Assert.Contains(order.Changes, c => c is { Field: "estimate", New: "texted to (505) 555-0111" });
        // Sent once more from further on, the car stays where it is.
        order.MoveTo(Stage.ReadyForTechnician, "", Mina);
        order.WasSent("texted again", Price, Mina);
        Assert.Equal(Stage.ReadyForTechnician, order.Stage);
    }

    [Theory]
    [InlineData(DecisionKind.Approved, 0, Stage.WaitingForParts)]
    [InlineData(DecisionKind.Approved, 1, Stage.ReadyForTechnician)]
    [InlineData(DecisionKind.Declined, 0, Stage.WaitingForAnswer)]
    public void The_last_answer_moves_the_car_on(DecisionKind kind, int kept, Stage to)
    {
        var order = Made();
        order.MoveTo(Stage.WaitingForAnswer, "", Mina);
        order.Jobs[0].Lines[1].AsPart().ReservedQuantity = new(kept);
        Assert.True(order.Decide(11, Says(kind), Price, Mina).Ok);
        order.MoveAfterAnswer(Mina);
        Assert.Equal(to, order.Stage);
    }

    [Fact]
    public void An_open_question_keeps_the_car_waiting()
    {
        var order = Made();
        order.AddJob(new Job { Id = 12, Title = "Wipers" }, Mina);
        order.MoveTo(Stage.WaitingForAnswer, "", Mina);
        Assert.True(order.Decide(11, Says(DecisionKind.Approved), Price, Mina).Ok);
        order.MoveAfterAnswer(Mina);
        Assert.Equal(Stage.WaitingForAnswer, order.Stage);
    }

    [Fact]
    public void Work_of_an_invoiced_order_is_put_off_again_with_a_reason_and_the_invoice_stays()
    {
        var order = Made();
        Assert.True(order.Decide(11, Says(DecisionKind.Deferred), Price, Mina).Ok);
        Assert.Equal("order.open", order.PutOffAgain(11, null, "No", "Vesa", AnswerChannel.Phone, Mina).Problem!.Code);
        order.Post(Mina);
        Assert.Equal("decision.reason", order.PutOffAgain(11, null, " ", "Vesa", AnswerChannel.Phone, Mina).Problem!.Code);
        Assert.Equal("channel", order.PutOffAgain(11, null, "No", "Vesa", AnswerChannel.Link, Mina).Problem!.Field);
        Assert.Equal("text.long", order.PutOffAgain(11, null, new string('x', 2001), "Vesa", AnswerChannel.Phone, Mina).Problem!.Code);
        Assert.Equal("job.gone", order.PutOffAgain(99, null, "No", "Vesa", AnswerChannel.Phone, Mina).Problem!.Code);
        var again = order.PutOffAgain(11, new LocalDate(2027, 5, 1), "After the summer", "Vesa", AnswerChannel.Message, Mina).Value;
        Assert.Equal(
            (DecisionKind.Deferred, new LocalDate(2027, 5, 1), "After the summer", AnswerChannel.Message),
            (again.Kind, again.DeferUntil!.Value, again.Note, again.Channel)
        );
        Assert.Equal(2, order.Decisions.Count);
        Assert.True(order.PutOffAgain(11, null, "Parked at sold", "Vesa", AnswerChannel.InPerson, Mina).Ok);
        Assert.Equal((DecisionKind.Declined, (LocalDate?)null), (order.Jobs[0].Decision, order.Jobs[0].DeferUntil));
        Assert.Equal(OrderState.Posted, order.State);
    }

    [Theory]
    [InlineData(101, "quantity", "2", "line.field")]
    [InlineData(102, "hours", "2", "line.field")]
    [InlineData(102, "position", "2", "line.field")]
    [InlineData(101, "description", " ", "text.empty")]
    [InlineData(999, "hours", "2", "line.gone")]
    public void What_a_line_cannot_be_is_refused(long line, string field, string text, string code) =>
        Assert.Equal(code, Made().SetLine(line, field, text, Mina).Problem!.Code);

    [Fact]
    public void A_part_that_came_keeps_its_number_and_quantity()
    {
        var order = Made();
        order.Jobs[0].Lines[1].AsPart().ReceivedQuantity = new(1);
        Assert.Equal("line.received", order.SetLine(102, "quantity", "2", Mina).Problem!.Code);
        Assert.Equal("line.received", order.SetLine(102, "number", "X", Mina).Problem!.Code);
        Assert.Equal("line.ordered", order.RemoveLine(102, ordered: false, Mina).Problem!.Code);
        Assert.True(order.SetLine(102, "unitPrice", "44", Mina).Ok);
        Assert.Equal(7, order.Jobs[0].Lines[1].OverrideById);
        Assert.True(order.SetLine(102, "unitPrice", "", Mina).Ok);
        Assert.Null(order.Jobs[0].Lines[1].OverrideById);
    }

    [Theory]
    [InlineData("unitPrice")]
    [InlineData("fixedPrice")]
    [InlineData("discount")]
    public void Prices_ask_the_right_to_set_them_whoever_calls(string what)
    {
        var order = Made();
        var nobody = Mina with { Rights = [] };
        var problem = what switch
        {
            "unitPrice" => order.SetLine(102, "unitPrice", "10", nobody).Problem,
            "fixedPrice" => order.SetJob(11, "fixedPrice", "10", nobody).Problem,
            _ => order.Give(GivenDiscount.Parse("10%", Core.Pricing.DiscountBase.All, "").Value, nobody).Problem,
        };
        Assert.Equal("rights.right", problem!.Code);
        Assert.True(order.SetLine(102, "description", "Other", nobody).Ok);
    }
}
