using Yardstick.Core.Approval;
using Yardstick.Core.Catalog;
using Yardstick.Core.Customers;
using Yardstick.Core.Documents;
using Yardstick.Core.Inspections;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;
using static Yardstick.Core.Tests.Sample;

namespace Yardstick.Core.Tests.Documents;

/// <summary>What stands on documents, and what stays off them.</summary>
public class PaperTests
{
    private static readonly Customer Vesa = new()
    {
        FirstName = "Vesa",
        LastName = "Aalto",
        Address = "4 Kelp Road",
    };

    private static PricingResult Price(Order order, JobSelection include) => OrderPricing.Price(order, Vesa, Policy, include, Today);

    private static Order Made(bool checkedInAndPosted = false)
    {
        var order = new Order
        {
            Id = 1,
            Number = 3001,
            KeyTag = "14",
            CarAt = "in row 3",
            OldPartsBack = true,
            PromisedAt = Now.PlusHours(6),
        };
        var brakes = new Job
        {
            Id = 11,
            Title = "Brakes",
            Checklist = ["Torque", "Road test"],
        };
        brakes.Lines.Add(
            new LaborLine
            {
                Id = 101,
                Description = "Replace pads",
                Hours = new(1.2m),
            }
        );
        brakes.Lines.Add(
            new PartLine
            {
                Id = 102,
                Description = "Pads",
                Number = "BP-1",
                Quantity = new(1),
                UnitCost = new(40),
                CoreDeposit = new(10),
                Position = 1,
            }
        );
        brakes.Lines.Add(
            new FeeLine
            {
                Id = 103,
                Description = "Disposal",
                UnitAmount = new(3),
                Quantity = new(1),
                Position = 2,
            }
        );
        order.AddJob(brakes, Mina);
        var wipers = new Job { Id = 12, Title = "Wipers" };
        wipers.Lines.Add(
            new PartLine
            {
                Id = 111,
                Description = "Blade",
                Number = "WB-9",
                Quantity = new(2),
                UnitCost = new(8),
            }
        );
        order.AddJob(wipers, Mina);
        order.Give(GivenDiscount.Parse("10%", DiscountBase.All, "").Value, Mina);
        if (!checkedInAndPosted)
            return order;
        Decide(order, 11, new Answer(DecisionKind.Approved, "Vesa", AnswerChannel.Phone));
        order.Post(Mina);
        return order;
    }

    private static Result<Decision> Decide(Order order, long job, Answer answer) => order.Decide(job, answer, Price, Mina);

    [Fact]
    public void A_work_order_has_what_the_work_needs_and_nothing_of_money_or_of_how_to_reach_the_customer()
    {
        var order = Made();
        Assert.True(Decide(order, 11, new Answer(DecisionKind.Approved, "Vesa", AnswerChannel.Phone)).Ok);
        var document = DocumentMaker.OfWorkOrder(
            order,
            new DocumentParties(Vesa, null, "Mina"),
            TheShop,
            Price(order, JobSelection.ApprovedOnly),
            Now
        );
        var job = Assert.Single(document.Jobs);
        Assert.Equal([DocumentLineKind.Labor, DocumentLineKind.Part], job.Lines.Select(l => l.Kind));
        Assert.All(job.Lines, l => Assert.True(l.Each is null && l.Amount is null));
        Assert.Equal(("1.2 h", "BP-1"), (job.Lines[0].Quantity, job.Lines[1].Number));
        Assert.Equal(["Torque", "Road test"], job.Checklist);
        Assert.Equal(0, job.Amount);
        Assert.Empty(document.Totals);
        Assert.Empty(document.Consent);
        Assert.Equal(("Vesa Aalto", ""), (document.CustomerName, document.CustomerAddress));
        Assert.Equal(
            ["Promised Monday, November 23 at 4:00 pm", "Key tag 14", "Parked at in row 3", "Return old parts to customer"],
            document.Handling
        );
    }

    [Fact]
    public void An_estimate_says_how_long_it_holds_an_invoice_does_not()
    {
        var order = Made();
        ShopDocument Of(DocumentKind kind) =>
            DocumentMaker.OfOrder(
                order,
                new DocumentParties(Vesa, null, "Mina"),
                TheShop,
                Price(order, OrderPricing.Offered(order)),
                kind,
                1,
                Now
            );
        Assert.StartsWith("This estimate is good until December 3, 2026.", Of(DocumentKind.Estimate).Validity, StringComparison.Ordinal);
        Assert.Empty(Of(DocumentKind.Invoice).Validity);
    }

    [Fact]
    public void What_was_declined_knowingly_is_printed_until_it_is_decided_otherwise()
    {
        var order = Made();
        order.SetJob(12, "isUnsafe", "true", Mina);
        Assert.True(
            Decide(
                order,
                12,
                new Answer(DecisionKind.Declined, "Vesa", AnswerChannel.InPerson) { Acknowledged = "I know.", SignatureHash = "abc" }
            ).Ok
        );
        IReadOnlyList<string> Acknowledged() =>
            DocumentMaker
                .OfOrder(
                    order,
                    new DocumentParties(Vesa, null, "Mina"),
                    TheShop,
                    Price(order, OrderPricing.Offered(order)),
                    DocumentKind.Invoice,
                    1,
                    Now
                )
                .Acknowledged;
        Assert.Equal("Nov 23, 2026 10:00 am, Vesa, signed, on \"Wipers\": I know.", Assert.Single(Acknowledged()));
        Assert.True(Decide(order, 12, new Answer(DecisionKind.Approved, "Vesa", AnswerChannel.Phone)).Ok);
        Assert.Empty(Acknowledged());
    }

    [Fact]
    public void An_inspection_shows_what_was_released_the_most_urgent_first()
    {
        var order = Made();
        var findings = new[]
        {
            new Finding
            {
                Id = 1,
                Text = "Pads fine",
                Rating = Rating.Good,
                ReleasedAt = Mina.At,
            },
            new Finding
            {
                Id = 2,
                Text = "Hose cracked",
                Rating = Rating.Unsafe,
                ReleasedAt = Mina.At,
                Measured = 3.25m,
                Unit = "mm",
            },
            new Finding
            {
                Id = 3,
                Text = "For us only",
                Rating = Rating.Due,
            },
        };
        var document = DocumentMaker.OfInspection(
            order,
            new DocumentParties(Vesa, null, "Mina"),
            TheShop,
            Price(order, OrderPricing.Offered(order)),
            findings,
            Now
        );
        Assert.Equal(
            [("Hose cracked", "unsafe", "3.25 mm"), ("Pads fine", "good", "")],
            document.Findings.Select(f => (f.Text, f.Rating, f.Measured))
        );
        Assert.Empty(document.Jobs);
        Assert.Equal("Twelve months.", document.Terms);
    }

    [Fact]
    public void A_diagnosis_is_credited_with_what_came_after_it_and_with_no_other_diagnosis()
    {
        var order = Made();
        var scan = new Job
        {
            Id = 13,
            Title = "Scan",
            CreditAmount = Money.Of(60),
        };
        scan.Lines.Add(
            new LaborLine
            {
                Id = 121,
                Description = "Scan",
                Hours = new(1),
            }
        );
        order.AddJob(scan, Mina);
        Assert.Empty(OrderPricing.CreditedWith(order, scan));
        Assert.Equal("60.00 of this charge is credited if you approve the repair.", scan.CreditWords(order));
        order.AddJob(
            new Job
            {
                Id = 14,
                Title = "Test drive",
                CreditPercent = new(50),
            },
            Mina
        );
        order.AddJob(new Job { Id = 15, Title = "New sensor" }, Mina);
        Assert.Equal(["New sensor"], OrderPricing.CreditedWith(order, scan).Select(j => j.Title));
        Assert.Equal("60.00 of this charge is credited when the repair is approved.", scan.CreditWords(order));

        // Named repairs are the only ones, also those from before; who named them is told so.
        Assert.Equal("job.creditFor", order.SetJob(13, "creditFor", "13", Mina).Problem!.Code);
        Assert.Equal("job.creditFor", order.SetJob(13, "creditFor", "99", Mina).Problem!.Code);
        Assert.Equal("job.creditFor", order.SetJob(13, "creditFor", "brakes", Mina).Problem!.Code);
        Assert.True(order.SetJob(13, "creditFor", "12, 11", Mina).Ok);
        Assert.Equal(["Brakes", "Wipers"], OrderPricing.CreditedWith(order, scan).Select(j => j.Title));
        Assert.Equal("60.00 of this charge is credited when you approve Brakes or Wipers.", scan.CreditWords(order));
        decimal Scan() => Price(order, JobSelection.ApprovedOnly).Jobs.First(j => j.Id == OrderPricing.JobKey(scan)).Discount;
        Decide(order, 13, new Answer(DecisionKind.Approved, "Vesa", AnswerChannel.Phone));
        Decide(order, 15, new Answer(DecisionKind.Approved, "Vesa", AnswerChannel.Phone));
        Assert.Equal(0, Scan());
        Decide(order, 12, new Answer(DecisionKind.Approved, "Vesa", AnswerChannel.Phone));
        Assert.Equal(60, Scan());
        Decide(order, 12, new Answer(DecisionKind.Declined, "Vesa", AnswerChannel.Phone));
        Assert.Equal(0, Scan());
        Assert.True(order.SetJob(13, "creditFor", "", Mina).Ok);
        Assert.Equal(60, Scan());
    }

    [Fact]
    public void Before_the_work_only_what_was_released_is_said_the_bill_says_all_but_what_was_kept_inside()
    {
        var order = Made();
        order.AddConcern("Squeals", Mina);
        order.Concerns[0].Id = 5;
        order.SetConcern(5, "cause", "Pads glazed", Mina);
        order.SetConcern(5, "correction", "New pads", Mina);
        order.SetLine(102, "noteForCustomer", "Ceramic, quiet", Mina);
        order.SetLine(102, "noteInside", "Watch the clip", Mina);
        (string Found, string Corrected, string Note) On(DocumentKind kind)
        {
            var document = DocumentMaker.OfOrder(
                order,
                new DocumentParties(Vesa, null, "Mina"),
                TheShop,
                Price(order, OrderPricing.Offered(order)),
                kind,
                1,
                Now
            );
            return (
                document.Concerns[0].Cause,
                document.Concerns[0].Correction,
                document.Jobs[0].Lines.First(l => l.Number == "BP-1").Note
            );
        }

        Assert.Equal(("", "", ""), On(DocumentKind.Estimate));
        Assert.Equal(("Pads glazed", "New pads", "Ceramic, quiet"), On(DocumentKind.Invoice));
        Assert.Equal(("Pads glazed", "New pads", "Watch the clip · Ceramic, quiet"), On(DocumentKind.WorkOrder));
        Assert.True(order.SetVisibility(VisibilityKind.Cause, 5, true, null, [], [], Mina).Ok);
        Assert.True(order.SetVisibility(VisibilityKind.Note, 102, true, "Ceramic, very quiet", [], [], Mina).Ok);
        Assert.Equal(("Pads glazed", "", "Ceramic, very quiet"), On(DocumentKind.Estimate));
        Assert.True(order.SetVisibility(VisibilityKind.Cause, 5, false, null, [], [], Mina).Ok);
        Assert.True(order.SetVisibility(VisibilityKind.Note, 102, false, null, [], [], Mina).Ok);
        Assert.Equal(("", "New pads", ""), On(DocumentKind.Invoice));
    }

    [Fact]
    public void A_release_slip_says_what_is_owed_and_where_the_keys_are_and_names_no_price_of_the_work()
    {
        var order = Made();
        order.KeysAt = "on the board";
        Decide(order, 11, new Answer(DecisionKind.Approved, "Vesa", AnswerChannel.Phone));
        ShopDocument Slip(decimal owed) =>
            DocumentMaker.OfReleaseSlip(
                order,
                new DocumentParties(Vesa, null, "Mina"),
                TheShop,
                Price(order, JobSelection.ApprovedOnly),
                5004,
                Core.Values.Money.Of(owed),
                Now
            );
        Assert.Equal(
            [
                "Invoice 5004: $12.50 is the balance due",
                "Key tag 14, keys on the board",
                "Parked at in row 3",
                "Old parts returned with vehicle",
            ],
            Slip(12.5m).Handling
        );
        Assert.Equal("Invoice 5004 is paid", Slip(0).Handling[0]);
        Assert.Equal(("Brakes", 0m, 0), (Slip(0).Jobs.Single().Title, Slip(0).Jobs[0].Amount, Slip(0).Jobs[0].Lines.Count));
        Assert.Empty(Slip(0).Totals);
        Assert.Equal("Vehicle release 3001", Slip(0).Title);
    }

    [Theory]
    [InlineData(false, "Tax, vat", 20)]
    [InlineData(true, "Tax included, vat", 16.67)]
    public void Taxes_on_top_and_taxes_inside_are_told_apart(bool inside, string label, double amount)
    {
        var policy = Policy with
        {
            Pricing = Policy.Pricing with
            {
                PricesIncludeTax = inside,
                Supplies = null,
                Taxes = [new TaxRule("VAT", 20, [AmountKind.Labor])],
            },
        };
        var order = new Order { Id = 1, Number = 3001 };
        var job = new Job { Id = 11, Title = "Brakes" };
        job.Lines.Add(
            new LaborLine
            {
                Id = 101,
                Description = "Replace pads",
                Hours = new(1),
            }
        );
        order.AddJob(job, Mina);
        var result = OrderPricing.Price(order, null, policy, OrderPricing.Offered(order), Now.Date);
        var document = DocumentMaker.OfOrder(
            order,
            new DocumentParties(Vesa, null, "Mina"),
            TheShop,
            result,
            DocumentKind.Estimate,
            1,
            Now
        );
        Assert.Equal(inside, result.TaxesInside);
        Assert.Equal(
            [("Labor", 100m), (label, (decimal)amount), ("Total", inside ? 100m : 120m)],
            document.Totals.Select(t => (t.Label, t.Amount))
        );
    }

    [Fact]
    public void An_order_offers_the_documents_that_it_has_something_for()
    {
        IEnumerable<string> Offered(Order order, bool checkedIn = false, bool released = false) =>
            OfferedDocument.Of(order, checkedIn, released).Select(d => d.Kind);
        var order = new Order { Id = 1, Number = 3001 };
        Assert.Empty(Offered(order));
        order = Made();
        Assert.Equal(["estimate"], Offered(order));
        Assert.Equal(["check-in", "estimate", "inspection"], Offered(order, true, true));
        Decide(order, 11, new Answer(DecisionKind.Approved, "Vesa", AnswerChannel.Phone));
        Assert.Equal(["estimate", "work-order"], Offered(order));
        order.Post(Mina);
        Assert.Equal(["estimate", "work-order", "invoice", "release-slip"], Offered(order));
        order.CounterSale = true;
        Assert.Equal(["estimate", "work-order", "invoice"], Offered(order));
        // What the technician works by has one form: his.
        Assert.Equal(
            ["check-in", "work-order", "release-slip"],
            OfferedDocument.Of(Made(checkedInAndPosted: true), true, true).Where(d => d.Brief.Length == 0).Select(d => d.Kind)
        );
    }

    [Fact]
    public void A_canned_diagnosis_brings_its_credit_and_a_bad_one_is_refused()
    {
        var form = new CannedForm
        {
            Title = "Scan",
            System = "Diagnosis",
            Credit = "75%",
            LinesOpen = true,
            Lines =
            [
                new CannedLineForm
                {
                    Kind = LineKind.Labor,
                    Description = "Scan",
                    Count = "1",
                },
            ],
        };
        var canned = new CannedJob
        {
            Title = "Scan",
            System = "Diagnosis",
            Credit = "75%",
            LinesOpen = true,
        };
        canned.Lines.Add(new CannedLaborLine { Description = "Scan", Hours = new(1) });
        var job = canned.MakeJob(_ => null, StockCost.Last);
        Assert.Equal((75m, null, true), (job.CreditPercent!.Value.Value, job.CreditAmount, job.LinesOpen));
        Assert.Equal(("75%", true), (form.Credit, CannedForm.Of(job, "", DiscountBase.All, _ => "").LinesOpen));
        Assert.Equal("75%", CannedForm.Of(job, "", DiscountBase.All, _ => "").Credit);
        Assert.Equal("credit", Job.Credit("half", "credit").Problem!.Field);
        Assert.Equal("job.credit", Job.Credit("101 %", "credit").Problem!.Code);
        Assert.Equal((null, 12.5m), (Job.Credit("12.50", "credit").Value.Percent, Job.Credit("12.50", "credit").Value.Amount?.Amount));
    }
}
