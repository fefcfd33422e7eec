using Yardstick.Core.Billing;
using Yardstick.Core.Documents;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Setup;
using Yardstick.Core.Tests.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Tests.Documents;

/// <summary>Documents show what the rules gave, and payments keep what is owed.</summary>
public class DocumentTests
{
    private static readonly Instant Now = Instant.FromUtc(2026, 11, 23, 15, 20, 0);
    private static readonly Shop Shop = new() { Name = "Lantern Bay", TimeZone = "America/New_York" };
    private static readonly ShopPolicy Policy = new() { Pricing = ExampleTests.Case("03-tires-with-companions.json").Policy };

    private static (Order Order, ShopDocument Document) Make(decimal? fixedPrice = null)
    {
        var actor = new Actor(2, Now) { Rights = Rights.Of(Role.Writer) };
        var order = new Order
        {
            Id = 1,
            Number = 2147,
            OdometerIn = new(88_412),
            VehicleId = 1,
        };
        var tires = new Job
        {
            Id = 10,
            Title = "Four tires",
            FixedPrice = fixedPrice is { } price ? Money.Of(price) : null,
        };
        tires.Lines.Add(
            new PartLine
            {
                Id = 100,
                Description = "Tire",
                Number = "TI",
                Category = "tire",
                Quantity = new(4),
                UnitCost = new(96.2m),
            }
        );
        tires.Lines.Add(new TextLine { Id = 101, Description = "Old tires are taken back" });
        var wipers = new Job { Id = 11, Title = "Wiper blades" };
        wipers.Lines.Add(
            new PartLine
            {
                Id = 102,
                Description = "Blade",
                Quantity = new(2),
                UnitCost = new(8),
            }
        );
        order.AddJob(tires, actor);
        order.AddJob(wipers, actor);
        order.AddConcern("Squeals", actor);
        PricingResult Price(Order o, JobSelection include) => OrderPricing.Price(o, null, Policy, include, new LocalDate(2026, 11, 23));
        order.Decide(10, new Answer(DecisionKind.Approved, "Imke Sorensen", AnswerChannel.Phone), Price, actor);
        order.Decide(
            11,
            new Answer(DecisionKind.Deferred, "Imke Sorensen", AnswerChannel.Phone, "", new LocalDate(2027, 2, 14), new(92_000)),
            Price,
            actor
        );
        var result = Price(order, JobSelection.ApprovedOnly);
        return (
            order,
            DocumentMaker.OfOrder(
                order,
                new DocumentParties(null, null, "Mina O."),
                Shop,
                result,
                DocumentKind.Invoice,
                5001,
                Shop.Local(Now)
            )
        );
    }

    [Fact]
    public void An_invoice_holds_what_was_done_and_says_what_was_not()
    {
        var (_, document) = Make();
        Assert.Equal("Four tires", Assert.Single(document.Jobs).Title);
        Assert.Equal(
            [
                DocumentLineKind.Part,
                DocumentLineKind.Text,
                DocumentLineKind.Labor,
                DocumentLineKind.Part,
                DocumentLineKind.Fee,
                DocumentLineKind.Fee,
            ],
            document.Jobs[0].Lines.Select(l => l.Kind)
        );
        Assert.Equal("Wiper blades: deferred until February 14, 2027 or 92,000 mi", Assert.Single(document.NotDone));
        Assert.Contains("Imke Sorensen approved a total of", document.Consent[0], StringComparison.Ordinal);
        Assert.Equal(document.Totals[^1].Amount, document.Totals.SkipLast(1).Sum(t => t.Amount));
    }

    [Fact]
    public void Under_one_price_the_lines_show_none_of_their_own()
    {
        var (_, document) = Make(fixedPrice: 480);
        Assert.All(document.Jobs[0].Lines.Take(2), l => Assert.Null(l.Amount));
        Assert.Equal(480 + 96 + 18 + 19, document.Jobs[0].Amount);
    }

    [Fact]
    public void A_credit_note_is_the_invoice_the_other_way()
    {
        var (_, document) = Make();
        var credit = document.AsCreditNote(5002, Shop.Local(Now), "Wrong car");
        Assert.Equal((DocumentKind.CreditNote, 5002, -document.Totals[^1].Amount), (credit.Kind, credit.Number, credit.Totals[^1].Amount));
        Assert.Equal("Reverses invoice 5001: Wrong car", credit.Reason);
    }

    [Theory]
    [InlineData("100", 8050, 8050, 1950, null)]
    [InlineData("50", 8050, 5000, 0, null)]
    [InlineData("0", 8050, 0, 0, "payment.amount")]
    [InlineData("-5", 8050, 0, 0, "figure.range")]
    [InlineData("20", 0, 0, 0, "payment.paid")]
    public void Cash_keeps_what_is_owed_and_gives_the_rest_back(string tendered, long owed, long kept, long change, string? refused)
    {
        var invoice = new Invoice
        {
            Id = 1,
            OrderId = 1,
            CaseJson = "",
            DocumentJson = "",
        };
        var payment = Payment.Cash(invoice, new Money(owed), tendered, 2, Now);
        Assert.Equal(refused, payment.Problem?.Code);
        if (refused is null)
            Assert.Equal((kept, change), (payment.Value.Amount.Cents, payment.Value.Change.Cents));
    }

    [Fact]
    public void A_purchase_order_keeps_the_suppliers_reference_and_never_leaves_received()
    {
        var order = new PurchaseOrder();
        order.Lines.Add(
            new PurchaseOrderLine
            {
                Id = 1,
                PartNumber = "BP-1",
                Description = "Pads",
                Quantity = new(1),
            }
        );
        order.Answered(new SupplierAnswer("HP-1", PurchaseOrderState.Confirmed, Now, []));
        order.Answered(new SupplierAnswer("HP-2", PurchaseOrderState.Delayed, Now.PlusHours(4), []));
        Assert.Equal(("HP-1", Now.PlusHours(4)), (order.SupplierReference, order.ExpectedAt));
        order.Answered(new SupplierAnswer("", PurchaseOrderState.Refused, null, []));
        Assert.False(order.IsOpen);
        Assert.Contains("another part", order.Trouble, StringComparison.Ordinal);
        order.State = PurchaseOrderState.Received;
        order.Answered(new SupplierAnswer("HP-1", PurchaseOrderState.Shipped, null, []));
        Assert.Equal(PurchaseOrderState.Received, order.State);
    }

    [Theory]
    [InlineData("10%", "", "")]
    [InlineData("10%", "5%", "")]
    [InlineData("10%", "12.34", "7%")]
    [InlineData("", "", "20.01")]
    public void Discounts_stand_as_rows_that_add_up_to_what_the_job_comes_to(string onLine, string onJob, string onOrder)
    {
        var (order, _) = Make();
        void Give(string typed, long? job, long? line)
        {
            if (typed.Length == 0)
                return;
            var discount = GivenDiscount.Parse(typed, DiscountBase.All, "").Value;
            (discount.JobId, discount.LineId) = (job, line);
            Assert.True(order.Give(discount, new Actor(2, Now) { Rights = Rights.Of(Role.Writer) }).Ok);
        }
        Give(onLine, null, 100);
        Give(onJob, 10, null);
        Give(onOrder, null, null);
        order.Jobs[0].Lines[0].NoteForCustomer = "All-season";
        order.Jobs[0].Lines[0].NoteVisibility = CustomerVisibility.Shown;
        var result = OrderPricing.Price(order, null, Policy, JobSelection.ApprovedOnly, new LocalDate(2026, 11, 23));
        var job = Assert.Single(
            DocumentMaker
                .OfOrder(order, new DocumentParties(null, null, "Mina O."), Shop, result, DocumentKind.Estimate, 1, Shop.Local(Now))
                .Jobs
        );
        Assert.Equal(job.Amount, job.Lines.Sum(l => l.Amount ?? 0));
        Assert.Equal(new[] { onLine, onJob, onOrder }.Count(t => t.Length > 0), job.Lines.Count(l => l.Kind == DocumentLineKind.Discount));
        Assert.Equal("All-season", job.Lines[0].Note);
        if (onLine.Length > 0)
            Assert.Contains(job.Lines, l => l.Description == "10% off Tire");
    }
}
