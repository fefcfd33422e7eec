using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Tests.Pricing;

/// <summary>Single rules, each at its edges.</summary>
public class RuleTests
{
    private static readonly PricingPolicy Plain = new()
    {
        LaborRates = new Dictionary<string, decimal> { ["general"] = 100, ["diagnostic"] = 150 },
        MarkupBands = new Dictionary<string, IReadOnlyList<MarkupBand>> { ["standard"] = [new(null, 2)] },
    };

    private static PricingResult Price(PricingPolicy policy, params PricingLine[] lines) =>
        Price(policy, new PricingJob { Id = "A", Lines = lines });

    private static PricingResult Price(PricingPolicy policy, params PricingJob[] jobs) =>
        OrderPricer.Price(new PricingCase { Policy = policy, Jobs = jobs });

    private static LaborCaseLine Hour(decimal hours = 1, string? operation = null, decimal? price = null) =>
        new()
        {
            Hours = hours,
            Operation = operation,
            Price = price,
        };

    private static PartCaseLine Part(decimal each, decimal quantity = 1, string? category = null) =>
        new()
        {
            Quantity = quantity,
            UnitCost = each / 2,
            Category = category,
        };

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
        var account = pricing with
        {
            Customer = new PricingCustomer
            {
                LaborRate = RateChoice.Of(80),
                LaborRates = new Dictionary<string, decimal> { ["diagnostic"] = 120 },
            },
        };
        Assert.Equal(80, Labor(account));
        Assert.Equal(120, Labor(account with { LaborRate = RateChoice.Named("diagnostic") }));
        Assert.Equal(
            90,
            Labor(account with { LaborRate = RateChoice.Named("diagnostic"), Jobs = [job with { LaborRate = RateChoice.Of(90) }] })
        );
        Assert.Equal(
            70,
            Labor(account with { Jobs = [job with { LaborRate = RateChoice.Of(90), Lines = [Hour() with { Rate = RateChoice.Of(70) }] }] })
        );
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
        var result = Price(
            Plain,
            new PricingJob
            {
                Id = "A",
                FixedPrice = 10,
                Lines = [Hour(0), Part(0), Hour(0)],
            }
        );
        Assert.Equal([3.34m, 3.33m, 3.33m], result.Jobs[0].Lines.Select(l => l.Amount));
    }

    [Fact]
    public void A_discount_takes_at_most_what_is_there_and_never_from_fees_or_cores()
    {
        var job = new PricingJob
        {
            Id = "A",
            Lines = [Hour(), Part(40) with { CoreEach = 10 }, new FeeCaseLine { Amount = 5 }],
            Discounts = [new Discount(null, 500)],
        };
        var result = Price(Plain, job);
        Assert.Equal((140m, 0m, 0m, 5m, 10m), (result.Discounts, result.Labor, result.Parts, result.Fees, result.Core));
    }

    [Fact]
    public void A_credit_comes_and_goes_with_its_repair()
    {
        var look = new PricingJob
        {
            Id = "look",
            Lines = [Hour()],
            Credit = new JobCredit(100, null, ["repair"]),
        };
        var repair = new PricingJob { Id = "repair", Lines = [Hour(2)] };
        var both = new PricingCase { Policy = Plain, Jobs = [look, repair] };
        Assert.Equal(200, OrderPricer.Price(both).Total);
        var only = OrderPricer.Price(both with { Include = JobSelection.Of(["look"]) });
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
        var rule = new SuppliesRule
        {
            Percent = 6,
            Minimum = 5,
            Maximum = 38,
        };
        Assert.Equal((5m, 12m, 38m, 0m), (Supplies(0.5m, rule), Supplies(2, rule), Supplies(9, rule), Supplies(0, rule)));
        Assert.Equal(5, Supplies(0, rule with { Base = SuppliesBase.Parts }));
        Assert.Equal(7.8m, Supplies(1, rule with { Base = SuppliesBase.LaborAndParts }));
    }

    [Fact]
    public void Order_fees_are_charged_once_and_only_with_their_category()
    {
        var policy = Plain with
        {
            OrderFees =
            [
                new OrderFee { Code = "WASTE", Amount = 3.5m },
                new OrderFee
                {
                    Code = "OIL",
                    Amount = 2,
                    Category = "oil",
                    PassThrough = true,
                },
            ],
        };
        Assert.Equal(3.5m, Price(policy, Hour()).Fees);
        Assert.Equal(5.5m, Price(policy, Hour(), Part(10, category: "oil")).Fees);
        Assert.Equal(0, Price(policy, Hour() with { Out = true }).Fees);
        Assert.Equal(
            0,
            OrderPricer
                .Price(
                    new PricingCase
                    {
                        Policy = policy,
                        CounterSale = true,
                        Jobs = [new PricingJob { Id = "A", Lines = [Part(10, category: "oil")] }],
                    }
                )
                .Fees
        );
    }

    [Theory]
    [InlineData(10, 75, false, 20)]
    [InlineData(10, 75, true, 75)]
    [InlineData(10, null, false, 20)]
    [InlineData(null, 75, false, 75)]
    [InlineData(null, null, false, 0)]
    public void The_allowance_is_the_smaller_or_the_greater_of_what_is_set(int? percent, int? amount, bool greater, decimal allowance) =>
        Assert.Equal(
            allowance,
            Rounding.Amount(
                Ceiling.Allowance(
                    new OverrunRule
                    {
                        Percent = percent,
                        Amount = amount,
                        TakeGreater = greater,
                    },
                    200
                )
            )
        );

    [Fact]
    public void Each_amount_tells_its_steps()
    {
        var trace = new PricingTrace();
        var policy = Plain with
        {
            MarkupBands = new Dictionary<string, IReadOnlyList<MarkupBand>> { ["standard"] = [new(25, 2.2m), new(null, 1.5m)] },
        };
        OrderPricer.Price(
            new PricingCase
            {
                Policy = policy,
                Jobs = [new PricingJob { Id = "A", Lines = [new PartCaseLine { Quantity = 2, UnitCost = 26 }] }],
            },
            trace
        );
        Assert.Equal(
            ["Cost", "Markup for cost over 25: × 1.5", "Raised so it does not sell below a cheaper part", "2 × 55.00"],
            trace.Lists["jobs[0].lines[0]"].Steps.Select(s => s.Text)
        );
        Assert.Equal("110.00", trace.Lists["jobs[0].lines[0]"].Steps[^1].Value);
    }

    private static readonly PricingPolicy Tires = Plain with
    {
        Companions =
        [
            new CompanionRule
            {
                Code = "MOUNT",
                Category = "tire",
                Kind = AmountKind.Labor,
                AmountPerUnit = 24,
                HoursPerUnit = 0.25m,
            },
            new CompanionRule
            {
                Code = "FUND",
                Category = "tire",
                Kind = AmountKind.Fee,
                AmountPerUnit = 1.5m,
                PassThrough = true,
            },
        ],
    };

    private static PricingResult WithTires(decimal quantity, params CompanionEdit[] edits) =>
        Price(
            Tires,
            new PricingJob
            {
                Id = "A",
                CompanionEdits = edits,
                Lines = [Part(100, quantity, "tire")],
            }
        );

    [Fact]
    public void What_was_set_on_a_companion_stays_and_the_rest_of_it_follows()
    {
        Assert.Equal((96m, 6m), (WithTires(4).Labor, WithTires(4).Fees));
        Assert.Equal(
            (80m, 6m),
            (WithTires(4, new CompanionEdit("MOUNT", null, 20)).Labor, WithTires(4, new CompanionEdit("MOUNT", null, 20)).Fees)
        );
        Assert.Equal(40, WithTires(2, new CompanionEdit("MOUNT", null, 20)).Labor);
        Assert.Equal(
            (48m, 0.5m),
            (WithTires(4, new CompanionEdit("MOUNT", 2, null)).Labor, WithTires(4, new CompanionEdit("MOUNT", 2, null)).LaborHours)
        );
        Assert.Equal(
            0,
            Price(
                Tires,
                new PricingJob
                {
                    Id = "A",
                    CompanionEdits = [new CompanionEdit("MOUNT", 2, null)],
                    Lines = [Part(100)],
                }
            ).Labor
        );
    }

    [Fact]
    public void A_companion_stands_outside_a_fixed_price_whatever_was_set_on_it()
    {
        var job = new PricingJob
        {
            Id = "A",
            FixedPrice = 300,
            CompanionEdits = [new CompanionEdit("MOUNT", null, 10)],
            Lines = [Part(100, 4, "tire")],
        };
        Assert.Equal((300m, 40m), (Price(Tires, job).Parts, Price(Tires, job).Labor));
    }

    [Fact]
    public void Prices_that_were_only_held_follow_once_they_are_free_and_overrides_stay()
    {
        var pricing = new PricingCase
        {
            Policy = Plain,
            Jobs =
            [
                new PricingJob
                {
                    Id = "A",
                    Lines =
                    [
                        Part(40) with
                        {
                            UnitPrice = 55,
                            Held = true,
                        },
                        Part(40) with
                        {
                            UnitPrice = 60,
                        },
                        Hour() with
                        {
                            Rate = RateChoice.Of(90),
                            Held = true,
                            UsualRate = RateChoice.Named("diagnostic"),
                        },
                        Hour() with
                        {
                            Rate = RateChoice.Of(70),
                        },
                    ],
                },
            ],
        };
        Assert.Equal((115m, 160m), (OrderPricer.Price(pricing).Parts, OrderPricer.Price(pricing).Labor));
        var free = OrderPricer.Price(pricing.WithoutHeldPrices());
        Assert.Equal((100m, 220m), (free.Parts, free.Labor));
        var again = CaseReader.Read(System.Text.Encoding.UTF8.GetBytes(CaseWriter.Write(pricing)));
        Assert.Equal(free.Total, OrderPricer.Price(again.WithoutHeldPrices()).Total);
    }

    [Fact]
    public void Every_kind_of_amount_tells_its_steps_in_plain_words()
    {
        var policy = Tires with
        {
            PriceEnding = new PriceEnding { EndWith = 0.95m },
            Supplies = new SuppliesRule { Percent = 6, Maximum = 3 },
            OrderFees = [new OrderFee { Code = "WASTE", Amount = 3.5m }],
            Taxes = [new TaxRule("STATE", 6, [AmountKind.Part])],
        };
        var trace = new PricingTrace();
        var pricing = new PricingCase
        {
            Policy = policy,
            Discounts = [new Discount(10, null)],
            Jobs =
            [
                new PricingJob
                {
                    Id = "A",
                    Discounts = [new Discount(null, 5, DiscountBase.Labor)],
                    Lines = [Hour(2), Part(100, 4, "tire"), Part(30) with { UnitPrice = 25, Held = true }],
                },
            ],
        };
        var result = OrderPricer.Price(pricing, trace);
        string[] Steps(string path) => trace.Lists[path].Steps.Select(s => $"{s.Text}: {s.Value}").ToArray();
        Assert.Equal(
            ["Labor rate, general: 100.00", "2 h × 100.00: 200.00", "After line and job discounts: 196.62"],
            Steps("jobs[0].lines[0]")
        );
        Assert.Equal(["Cost: 50.00", "All costs: × 2: 100.00", "Price ending: 100.95"], Steps("jobs[0].lines[1].each"));
        Assert.Equal(["Price quoted to the customer, held: 25.00", "Pricing rules give: 30.95"], Steps("jobs[0].lines[2].each"));
        Assert.Equal(["4 × 24.00, added with tire: 96.00", "After the job's discounts: 94.38"], Steps("jobs[0].companions.MOUNT"));
        Assert.Equal(["5.00 off labor: ", "Discount: 5.00"], Steps("jobs[0].discount"));
        Assert.Equal("Line and job discounts: 5.00", Steps("discounts")[0]);
        Assert.Equal(FormattableString.Invariant($"10% off the order: {result.Discounts - 5:0.00}"), Steps("discounts")[1]);
        Assert.Equal("At most: 3.00", Steps("supplies")[^1]);
        Assert.Equal(["Once per order: 3.50"], Steps("orderFees.WASTE"));
        Assert.Equal(FormattableString.Invariant($"6% of that: {result.Taxes[0].Amount:0.00}"), Steps("taxes[0]")[^1]);
        Assert.Equal(FormattableString.Invariant($"Profit as percent of revenue: {result.MarginPercent:0.0}%"), Steps("margin")[^1]);
        Assert.Equal(
            FormattableString.Invariant($"Effective labor rate: {result.EffectiveLaborRate:0.00}"),
            Steps("effectiveLaborRate")[^1]
        );
        Assert.Equal(
            [FormattableString.Invariant($"Total with this job: {result.Total:0.00}"), "Total without this job: 0.00"],
            Steps("jobs[0].addsToTotal")
        );
        // Steps of a margin are for those alone who may see margins.
        Assert.Null(
            trace
                .Lists.Where(l => !l.Key.EndsWith("margin", StringComparison.Ordinal))
                .SelectMany(l => l.Value.Steps)
                .FirstOrDefault(s => s.Text.Contains("Cost", StringComparison.Ordinal) && !s.TellsCost)
        );
    }
}
