using Yardstick.Core.Pricing;

namespace Yardstick.Core.Tests.Pricing;

/// <summary>Single rules, each at its edges.</summary>
public class RuleTests
{
    private static readonly PricingPolicy Plain = new()
    {
        LaborRates = new Dictionary<string, decimal> { ["general"] = 100, ["diagnostic"] = 150 },
        MarkupBands = new Dictionary<string, IReadOnlyList<MarkupBand>> { ["standard"] = [new(null, 2)] },
    };

    private static PricingResult Price(PricingPolicy policy, params PricingLine[] lines) => Price(policy, new PricingJob { Id = "A", Lines = lines });

    private static PricingResult Price(PricingPolicy policy, params PricingJob[] jobs) => OrderPricer.Price(new PricingCase { Policy = policy, Jobs = jobs });

    private static LaborLine Hour(decimal hours = 1, string? operation = null, decimal? price = null) => new() { Hours = hours, Operation = operation, Price = price };

    private static PartLine Part(decimal each, decimal quantity = 1, string? category = null) => new() { Quantity = quantity, UnitCost = each / 2, Category = category };

    [Theory]
    [InlineData(0.005, 0.01)]
    [InlineData(0.0049, 0)]
    [InlineData(-0.005, -0.01)]
    [InlineData(2.675, 2.68)]
    public void Halves_round_away_from_zero(decimal amount, decimal rounded) => Assert.Equal(rounded, Rounding.Round(amount));

    [Fact]
    public void Left_over_cents_go_to_the_largest_remainders_and_ties_to_the_earlier()
    {
        var shares = new long[3];
        Rounding.Share(100, [1, 1, 1], shares);
        Assert.Equal([34, 33, 33], shares);
        Rounding.Share(101, [50, 25, 25], shares);
        Assert.Equal([51, 25, 25], shares);
        Rounding.Share(7, [0, 0, 0], shares);
        Assert.Equal([0, 0, 0], shares);
    }

    [Theory]
    [InlineData(12.34, 0.95, 12.95)]
    [InlineData(12.95, 0.95, 12.95)]
    [InlineData(12.96, 0.95, 13.95)]
    [InlineData(0.10, 0.95, 0.95)]
    [InlineData(0, 0.95, 0)]
    public void Prices_end_with_the_nearest_not_below(decimal price, decimal ending, decimal ended) =>
        Assert.Equal(ended, PartPrice.Ending(new PriceEnding { EndWith = ending }, price));

    [Theory]
    [InlineData(12.34, 0.25, 12.50)]
    [InlineData(12.50, 0.25, 12.50)]
    [InlineData(12.51, 5, 15)]
    public void Prices_rise_to_a_multiple(decimal price, decimal step, decimal ended) =>
        Assert.Equal(ended, PartPrice.Ending(new PriceEnding { RoundUpTo = step }, price));

    [Fact]
    public void The_nearest_rate_wins_and_an_account_has_numbers_of_its_own()
    {
        decimal Labor(PricingCase pricing) => OrderPricer.Price(pricing).Labor;
        var job = new PricingJob { Id = "A", Lines = [Hour()] };
        var pricing = new PricingCase { Policy = Plain, Jobs = [job] };
        Assert.Equal(100, Labor(pricing));
        var account = pricing with { Customer = new PricingCustomer { LaborRate = RateChoice.Of(80), LaborRates = new Dictionary<string, decimal> { ["diagnostic"] = 120 } } };
        Assert.Equal(80, Labor(account));
        Assert.Equal(120, Labor(account with { LaborRate = RateChoice.Named("diagnostic") }));
        Assert.Equal(90, Labor(account with { LaborRate = RateChoice.Named("diagnostic"), Jobs = [job with { LaborRate = RateChoice.Of(90) }] }));
        Assert.Equal(70, Labor(account with { Jobs = [job with { LaborRate = RateChoice.Of(90), Lines = [Hour() with { Rate = RateChoice.Of(70) }] }] }));
    }

    [Fact]
    public void Without_a_general_rate_only_a_line_that_needs_it_is_bad()
    {
        var policy = Plain with { LaborRates = new Dictionary<string, decimal>() };
        Assert.Equal(60, Price(policy, Hour(price: 60)).Labor);
        Assert.Equal("policy.laborRates.general", Assert.Throws<CaseException>(() => Price(policy, Hour())).Path);
    }

    [Fact]
    public void A_fixed_price_over_lines_that_come_to_nothing_is_shared_equally()
    {
        var result = Price(Plain, new PricingJob { Id = "A", FixedPrice = 10, Lines = [Hour(0), Part(0), Hour(0)] });
        Assert.Equal([3.34m, 3.33m, 3.33m], result.Jobs[0].Lines.Select(l => l.Amount));
    }

    [Fact]
    public void A_discount_takes_at_most_what_is_there_and_never_from_fees_or_cores()
    {
        var job = new PricingJob { Id = "A", Lines = [Hour(), Part(40) with { CoreEach = 10 }, new FeeLine { Amount = 5 }], Discounts = [new Discount(null, 500)] };
        var result = Price(Plain, job);
        Assert.Equal((140m, 0m, 0m, 5m, 10m), (result.Discounts, result.Labor, result.Parts, result.Fees, result.Core));
    }

    [Fact]
    public void A_credit_comes_and_goes_with_its_repair()
    {
        var look = new PricingJob { Id = "look", Lines = [Hour()], Credit = new JobCredit(100, null, ["repair"]) };
        var repair = new PricingJob { Id = "repair", Lines = [Hour(2)] };
        var both = new PricingCase { Policy = Plain, Jobs = [look, repair] };
        Assert.Equal(200, OrderPricer.Price(both).Total);
        var only = OrderPricer.Price(both with { Include = Inclusion.Of(["look"]) });
        Assert.Equal((100m, 100m), (only.Total, only.Jobs[1].AddsToTotal));
    }

    [Fact]
    public void Overlap_follows_what_is_switched_in_so_a_job_can_add_less_than_nothing()
    {
        var seal = new PricingJob { Id = "seal", Lines = [Hour(1, "SEAL")] };
        var cover = new PricingJob { Id = "cover", Lines = [Hour(1.5m, "COVER", price: 0) with { Contains = ["SEAL"] }] };
        var result = Price(Plain, seal, cover);
        Assert.Equal((0m, -100m), (result.Total, result.Jobs[1].AddsToTotal));
    }

    [Fact]
    public void Supplies_have_a_floor_a_ceiling_and_need_a_base()
    {
        decimal Supplies(decimal hours, SuppliesRule rule) => Price(Plain with { Supplies = rule }, Hour(hours), Part(30)).Supplies;
        var rule = new SuppliesRule { Percent = 6, Minimum = 5, Maximum = 38 };
        Assert.Equal((5m, 12m, 38m, 0m), (Supplies(0.5m, rule), Supplies(2, rule), Supplies(9, rule), Supplies(0, rule)));
        Assert.Equal(5, Supplies(0, rule with { Base = SuppliesBase.Parts }));
        Assert.Equal(7.8m, Supplies(1, rule with { Base = SuppliesBase.LaborAndParts }));
    }

    [Fact]
    public void Order_fees_are_charged_once_and_only_with_their_category()
    {
        var policy = Plain with { OrderFees = [new OrderFee { Code = "WASTE", Amount = 3.5m }, new OrderFee { Code = "OIL", Amount = 2, Category = "oil", PassThrough = true }] };
        Assert.Equal(3.5m, Price(policy, Hour()).Fees);
        Assert.Equal(5.5m, Price(policy, Hour(), Part(10, category: "oil")).Fees);
        Assert.Equal(0, Price(policy, Hour() with { Out = true }).Fees);
        Assert.Equal(0, OrderPricer.Price(new PricingCase { Policy = policy, CounterSale = true, Jobs = [new PricingJob { Id = "A", Lines = [Part(10, category: "oil")] }] }).Fees);
    }

    [Theory]
    [InlineData(10, 75, false, 20)]
    [InlineData(10, 75, true, 75)]
    [InlineData(10, null, false, 20)]
    [InlineData(null, 75, false, 75)]
    [InlineData(null, null, false, 0)]
    public void The_allowance_is_the_smaller_or_the_greater_of_what_is_set(int? percent, int? amount, bool greater, decimal allowance) =>
        Assert.Equal(allowance, Rounding.Amount(Ceiling.Allowance(new OverrunRule { Percent = percent, Amount = amount, TakeGreater = greater }, 200)));

    [Fact]
    public void Each_amount_tells_its_steps()
    {
        var trace = new PricingTrace();
        var policy = Plain with { MarkupBands = new Dictionary<string, IReadOnlyList<MarkupBand>> { ["standard"] = [new(25, 2.2m), new(null, 1.5m)] } };
        OrderPricer.Price(new PricingCase { Policy = policy, Jobs = [new PricingJob { Id = "A", Lines = [new PartLine { Quantity = 2, UnitCost = 26 }] }] }, trace);
        Assert.Equal(["Cost", "Band over 25: × 1.5", "Never less than a cheaper part", "2 × 55.00"], trace.Lists["jobs[0].lines[0]"].Steps.Select(s => s.Text));
        Assert.Equal("110.00", trace.Lists["jobs[0].lines[0]"].Steps[^1].Value);
    }
}
