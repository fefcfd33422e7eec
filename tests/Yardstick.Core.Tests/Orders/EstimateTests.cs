using Yardstick.Core.Catalog;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;

namespace Yardstick.Core.Tests.Orders;

/// <summary>Discounts, order of lines and jobs, overlap, what comes along with single parts, facts, canned jobs.</summary>
public class EstimateTests
{
    private static readonly Actor Mina = new(2, Instant.FromUtc(2026, 11, 23, 15, 20, 0), "tab") { Rights = Rights.Of(Role.Writer) };
    private static readonly LocalDate Day = new(2026, 11, 23);
    private static readonly ShopPolicy Policy = ShopPolicy.Read(
        """
        {"currency":"USD","pricesIncludeTax":false,"laborRates":{"general":100.00,"fleet":80.00},"laborCostPerHour":40.00,
        "markupBands":{"standard":[{"upTo":null,"multiplier":2.0}]},"categories":{},"priceEnding":"none","capAtList":false,
        "companions":[{"code":"MOUNT","label":"Mount","category":"tire","kind":"labor","amountPerUnit":20.00,"hoursPerUnit":0.25}],"orderFees":[],"taxes":[],"shop":{}}
        """
    );

    private static LaborLine Labor(
        string what,
        decimal hours,
        string code = "",
        string contains = "",
        (string Code, decimal Hours)? beside = null
    ) =>
        new()
        {
            Description = what,
            Hours = new(hours),
            Operation = code,
            IncludedOperations = contains.Split(' ', StringSplitOptions.RemoveEmptyEntries),
            CombinedHours = beside is { } other
                ? new Dictionary<string, LaborHours> { [other.Code] = new(other.Hours) }
                : new Dictionary<string, LaborHours>(),
        };

    private static PartLine Part(string what, decimal cost, decimal quantity = 1) =>
        new()
        {
            Description = what,
            UnitCost = new(cost),
            Quantity = new(quantity),
        };

    /// <summary>An order with keys, as the database would give them.</summary>
    private static Order OrderOf(params (string Title, Line[] Lines)[] jobs)
    {
        var order = new Order { Id = 1, WriterId = 2 };
        long key = 100;
        foreach (var (title, lines) in jobs)
        {
            var job = new Job { Id = key++, Title = title };
            Assert.True(order.AddJob(job, Mina).Ok);
            foreach (var line in lines)
            {
                (line.Id, line.JobId) = (key++, job.Id);
                Assert.True(order.AddLine(job.Id, line, Mina).Ok);
            }
        }
        return order;
    }

    private static PricingResult Price(Order order) => OrderPricing.Price(order, null, Policy, JobSelection.All, Day);

    private static GivenDiscount Discount(string typed, DiscountBase on = DiscountBase.All, string reason = "") =>
        GivenDiscount.Parse(typed, on, reason).Value;

    [Theory]
    [InlineData("10%", DiscountBase.Labor, "10% off labor")]
    [InlineData(" 12.5 % ", DiscountBase.Parts, "12.5% off parts")]
    [InlineData("15", DiscountBase.All, "15.00 off your whole order")]
    [InlineData("$1,250", DiscountBase.All, "1250.00 off your whole order")]
    public void A_discount_describes_itself(string typed, DiscountBase on, string text) => Assert.Equal(text, Discount(typed, on).Text);

    [Theory]
    [InlineData("0%")]
    [InlineData("101%")]
    [InlineData("0")]
    [InlineData("-5")]
    [InlineData("ten")]
    [InlineData("")]
    public void A_discount_that_makes_no_sense_is_refused(string typed) =>
        Assert.Equal("value", GivenDiscount.Parse(typed, DiscountBase.All, "").Problem?.Field);

    [Fact]
    public void Discounts_of_line_job_and_order_come_off_in_their_turn_and_say_how_much()
    {
        var order = OrderOf(("Brakes", [Labor("Pads", 1), Part("Pads", 50)]));
        var (job, line) = (order.Jobs[0], order.Jobs[0].Lines[1]);
        order.Give(With(Discount("10%"), lineId: line.Id), Mina);
        order.Give(With(Discount("10%", DiscountBase.Labor), jobId: job.Id), Mina);
        order.Give(Discount("18.00"), Mina);
        var result = Price(order);
        // 100 labor less 10; 100 part less 10; 180 less 18.
        Assert.Equal(162m, result.Total);
        Assert.Equal(10m, result.Jobs[0].Lines[1].Discount);
        Assert.Equal([10m], result.Jobs[0].DiscountsTaken);
        Assert.Equal([18m], result.DiscountsTaken);
        Assert.Equal(38m, result.Discounts);
    }

    private static GivenDiscount With(GivenDiscount discount, long? jobId = null, long? lineId = null)
    {
        (discount.JobId, discount.LineId) = (jobId, lineId);
        return discount;
    }

    [Fact]
    public void A_line_has_one_discount_and_what_is_taken_back_can_be_given_again()
    {
        var order = OrderOf(("Brakes", [Part("Pads", 50)]));
        var line = order.Jobs[0].Lines[0];
        var first = order.Give(With(Discount("10%"), lineId: line.Id), Mina).Value;
        first.Id = 1;
        var second = order.Give(With(Discount("20%"), lineId: line.Id), Mina).Value;
        second.Id = 2;
        Assert.Equal(80m, Price(order).Total);
        Assert.True(order.SetDiscountOn(2, false, Mina).Ok);
        Assert.Equal(100m, Price(order).Total);
        Assert.True(order.SetDiscountOn(1, true, Mina).Ok);
        Assert.Equal(90m, Price(order).Total);
        Assert.Equal("discount.another", order.SetDiscountOn(2, true, Mina).Problem?.Code);
    }

    [Fact]
    public void A_fee_is_never_discounted()
    {
        var order = OrderOf(("Test", [new FeeLine { Description = "State test", UnitAmount = new(18.5m) }]));
        Assert.Equal("discount.line", order.Give(With(Discount("10%"), lineId: order.Jobs[0].Lines[0].Id), Mina).Problem?.Code);
    }

    [Fact]
    public void Overlap_shortens_work_follows_what_is_switched_out_and_can_be_kept_from()
    {
        var order = OrderOf(
            ("Thermostat", [Labor("Housing", 1.2m, "F10", beside: ("F11", 0.8m)), Labor("Hose", 0.8m, "F11", beside: ("F10", 0.5m))])
        );
        var result = Price(order);
        Assert.Equal(
            (1.2m, 0.5m, "F10"),
            (result.Jobs[0].Lines[0].Hours, result.Jobs[0].Lines[1].Hours, result.Jobs[0].Lines[1].ReducedBy)
        );
        var hose = order.Jobs[0].Lines[1];
        order.SetLine(hose.Id, "keepsTime", "true", Mina);
        Assert.Equal((0.8m, null), (Price(order).Jobs[0].Lines[1].Hours, Price(order).Jobs[0].Lines[1].ReducedBy));
        order.SetLine(hose.Id, "keepsTime", "false", Mina);
        order.SetLine(order.Jobs[0].Lines[0].Id, "isExcluded", "true", Mina);
        Assert.Equal(0.8m, Price(order).Jobs[0].Lines[1].Hours);
    }

    [Fact]
    public void A_line_that_keeps_its_time_still_shortens_others()
    {
        var order = OrderOf(("Thermostat", [Labor("Housing", 1.2m, "F10"), Labor("Hose", 0.8m, "F11", beside: ("F10", 0.5m))]));
        order.SetLine(order.Jobs[0].Lines[0].Id, "keepsTime", "true", Mina);
        Assert.Equal(0.5m, Price(order).Jobs[0].Lines[1].Hours);
    }

    [Fact]
    public void Rates_go_by_line_then_job_then_order()
    {
        var order = OrderOf(("One", [Labor("a", 1), Labor("b", 1)]));
        Assert.True(order.SetHeader("laborRate", "90", default, Mina).Ok);
        Assert.Equal(180m, Price(order).Labor);
        Assert.True(order.SetJob(order.Jobs[0].Id, "laborRate", "fleet", Mina).Ok);
        Assert.Equal(160m, Price(order).Labor);
        Assert.True(order.SetLine(order.Jobs[0].Lines[0].Id, "laborRate", "$120.50", Mina).Ok);
        Assert.Equal(200.5m, Price(order).Labor);
        order.SetJob(order.Jobs[0].Id, "laborRate", "nobody's", Mina);
        Assert.Throws<CaseException>(() => Price(order));
    }

    [Fact]
    public void What_comes_along_with_one_part_comes_once_for_all_of_them_and_is_waived_by_its_code()
    {
        var battery = new Part
        {
            Number = "BA-H7",
            Description = "Battery",
            UnitCost = new(100),
            AverageCost = new(100),
        };
        battery.Companions.Add(
            new PartCompanion
            {
                Code = "REGISTER",
                Label = "Register",
                Kind = AmountKind.Labor,
                AmountPerUnit = new(28.4m),
                HoursPerUnit = new(0.2m),
            }
        );
        Line Made()
        {
            var line = new PartLine();
            line.TakePart(battery, StockCost.Last);
            return line;
        }
        var order = OrderOf(("Batteries", [Made(), Made()]));
        var companion = Assert.Single(Price(order).Jobs[0].Companions);
        Assert.Equal(("REGISTER", 2m, 56.8m), (companion.Rule.Code, companion.Quantity, companion.Net));
        order.SetCompanion(order.Jobs[0].Id, companion.Rule, "waived", "true", Mina);
        Assert.Empty(Price(order).Jobs[0].Companions);
        Assert.Equal("REGISTER", Assert.Single(OrderPricing.WaivedCompanions(order.Jobs[0], Policy)).Code);
    }

    [Fact]
    public void An_override_may_carry_its_reason_and_keeps_who_set_it()
    {
        var order = OrderOf(("Brakes", [Part("Pads", 50)]));
        var line = order.Jobs[0].Lines[0];
        Assert.True(order.SetLine(line.Id, "unitPrice", "89.90 matched a quote", Mina).Ok);
        Assert.Equal((89.90m, "matched a quote", 2L), (line.AsPart().UnitPrice?.Value, line.OverrideReason, line.OverrideById));
        Assert.Equal(100m, Price(order).Jobs[0].Lines[0].PolicyPrice);
        Assert.True(order.SetLine(line.Id, "unitPrice", "", Mina).Ok);
        Assert.Equal((null, "", (long?)null), (line.AsPart().UnitPrice, line.OverrideReason, line.OverrideById));
        Assert.Equal("figure.unreadable", order.SetLine(line.Id, "unitPrice", "matched a quote", Mina).Problem?.Code);
    }

    [Fact]
    public void Lines_move_within_and_between_jobs_and_prices_go_with_them()
    {
        var order = OrderOf(("One", [Labor("a", 1), Labor("b", 1), Labor("c", 1)]), ("Two", [Labor("d", 1)]));
        var (one, two) = (order.Jobs[0], order.Jobs[1]);
        long Id(string what) => order.Jobs.SelectMany(j => j.Lines).First(l => l.Description == what).Id;
        string Words(Job job) => string.Concat(job.OnLines.Select(l => l.Description));
        order.MoveLines([Id("c")], one.Id, Id("a"), Mina);
        Assert.Equal("cab", Words(one));
        order.MoveLines([Id("a"), Id("b")], two.Id, Id("d"), Mina);
        Assert.Equal(("c", "abd"), (Words(one), Words(two)));
        order.MoveLines([Id("a")], two.Id, null, Mina);
        Assert.Equal("bda", Words(two));
        Assert.Equal(300m, Price(order).Jobs[1].Labor);
        Assert.Equal("line.gone", order.MoveLines([Id("a")], one.Id, Id("b"), Mina).Problem?.Code);
    }

    [Fact]
    public void Jobs_move_and_one_that_was_taken_off_comes_back_to_its_place()
    {
        var order = OrderOf(("a", []), ("b", []), ("c", []));
        long Id(string title) => order.Jobs.First(j => j.Title == title).Id;
        string Words() => string.Concat(order.OnJobs.Select(j => j.Title));
        order.RemoveJob(Id("b"), false, Mina);
        order.MoveJob(Id("c"), Id("a"), Mina);
        Assert.Equal("ca", Words());
        order.RestoreJob(Id("b"), Mina);
        Assert.Equal("cab", Words());
        Assert.Equal(3, order.Jobs.Select(OrderPricing.JobKey).Distinct().Count());
        order.MoveJob(Id("c"), null, Mina);
        Assert.Equal("abc", Words());
    }

    [Fact]
    public void A_job_takes_the_place_of_another_but_not_of_one_that_was_approved()
    {
        var order = OrderOf(("a", []), ("b", []), ("c", []));
        var stronger = new Job { Id = 900, Title = "B" };
        Assert.True(order.ReplaceJob(order.Jobs[1].Id, stronger, false, Mina).Ok);
        Assert.Equal("aBc", string.Concat(order.OnJobs.Select(j => j.Title)));
        order.Jobs[0].Decision = DecisionKind.Approved;
        Assert.Equal("job.approved", order.ReplaceJob(order.Jobs[0].Id, new Job { Title = "x" }, false, Mina).Problem?.Code);
    }

    [Fact]
    public void A_count_scales_the_lines_that_go_by_it_in_one_step()
    {
        var order = OrderOf(("Links", [Labor("Links", 0.9m), Part("Link", 14, 2), Part("Grease", 3)]));
        var job = order.Jobs[0];
        (job.CountUnit, job.Count) = ("link", new(2));
        job.Lines[0].PerCount = job.Lines[1].PerCount = true;
        Assert.True(order.SetJob(job.Id, "count", "4", Mina).Ok);
        Assert.Equal(
            (1.8m, 4m, 1m),
            (job.Lines[0].AsLabor().Hours.Value, job.Lines[1].AsPart().Quantity.Value, job.Lines[2].AsPart().Quantity.Value)
        );
        Assert.Equal("figure.range", order.SetJob(job.Id, "count", "0", Mina).Problem?.Code);
        job.Lines[1].AsPart().ReceivedQuantity = new(1);
        Assert.Equal("line.received", order.SetJob(job.Id, "count", "2", Mina).Problem?.Code);
        Assert.Equal(1.8m, job.Lines[0].AsLabor().Hours.Value);
    }

    [Fact]
    public void One_technician_for_everything_in_one_step()
    {
        var order = OrderOf(("a", [Labor("x", 1), Part("y", 1)]), ("b", [Labor("z", 1)]));
        Assert.Equal(1, order.SetTechnician(order.Jobs[1].Id, 7, Mina).Value);
        Assert.Equal(1, order.SetTechnician(null, 7, Mina).Value);
        Assert.All(order.Jobs.SelectMany(j => j.Lines).Where(l => l.Kind == LineKind.Labor), l =>
            Assert.Equal(7, l.AsLabor().TechnicianId)
        );
    }

    [Theory]
    [InlineData(0, "", "", false, true)]
    [InlineData(1.5, "", "", false, false)]
    [InlineData(0, "F10", "", false, false)]
    [InlineData(0, "", "", true, false)]
    public void Labor_without_time_amount_or_operation_has_no_source(
        double hours,
        string operation,
        string price,
        bool @out,
        bool unsourced
    )
    {
        var line = Labor("x", (decimal)hours, operation);
        line.IsExcluded = @out;
        if (price.Length > 0)
            line.Price = new(decimal.Parse(price, System.Globalization.CultureInfo.InvariantCulture));
        Assert.Equal(unsourced, line.IsUnsourced);
    }

    [Fact]
    public void A_case_that_is_kept_prices_the_same_when_it_is_read_again()
    {
        var battery = new Part
        {
            Number = "BA-H7",
            Description = "Battery",
            UnitCost = new(100),
            AverageCost = new(100),
        };
        battery.Companions.Add(
            new PartCompanion
            {
                Code = "REGISTER",
                Label = "Register",
                Kind = AmountKind.Labor,
                AmountPerUnit = new(28.4m),
                HoursPerUnit = new(0.2m),
            }
        );
        var line = new PartLine();
        line.TakePart(battery, StockCost.Last);
        var order = OrderOf(("Battery", [line, Labor("Housing", 1.2m, "F10"), Labor("Hose", 0.8m, "F11", beside: ("F10", 0.5m))]));
        order.Jobs[0].Lines[2].AsLabor().KeepsTime = true;
        order.Give(With(Discount("10%"), jobId: order.Jobs[0].Id), Mina);
        order.LaborRate = RateChoice.Of(90);
        var made = OrderPricing.CaseOf(order, null, Policy, JobSelection.All, Day);
        using var kept = System.Text.Json.JsonDocument.Parse(CaseWriter.Write(made));
        var (was, now) = (OrderPricer.Price(made), OrderPricer.Price(CaseReader.Read(kept.RootElement)));
        Assert.Equal((was.Total, was.Profit, was.LaborHours), (now.Total, now.Profit, now.LaborHours));
        Assert.Single(now.Jobs[0].Companions);
    }
}
