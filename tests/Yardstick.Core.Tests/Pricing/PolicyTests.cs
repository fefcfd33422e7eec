using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Tests.Pricing;

/// <summary>Policies as they are kept, as they are typed, and as they are compared.</summary>
public class PolicyTests
{
    private static readonly ShopPolicy Policy = new()
    {
        Pricing = ExampleTests.Case("03-tires-with-companions.json").Policy with
        {
            PriceEnding = new PriceEnding { EndWith = 0.95m },
            OrderFees =
            [
                new OrderFee
                {
                    Code = "WASTE",
                    Amount = 3.5m,
                    CostEach = 1.25m,
                    Category = "oil",
                    PassThrough = false,
                },
            ],
        },
        MarginAim = 55,
        EffectiveRateAim = 138.5m,
        StockCost = StockCost.Average,
        Exemptions = [new Exemption("Resale", true, []), new Exemption("County", false, ["COUNTY"])],
    };

    private static readonly PolicyForm Form = PolicyFormWriter.Of(Policy);

    private static PolicyReading Read(PolicyForm form, PolicyUse? use = null) => PolicyFormReader.Read(form, "USD", use ?? PolicyUse.None);

    private static string Refused(PolicyForm form, string path)
    {
        var reading = Read(form);
        Assert.Null(reading.Policy);
        return Assert.Single(reading.Problems, p => p.Field == path).Message;
    }

    [Fact]
    public void A_policy_is_read_back_as_it_was_kept() => Assert.Equal(Policy.Write(), ShopPolicy.Read(Policy.Write()).Write());

    [Fact]
    public void A_policy_that_is_typed_as_it_is_written_stays_the_same() => Assert.Equivalent(Policy, Read(Form).Policy, strict: true);

    [Fact]
    public void What_pricing_does_not_know_does_not_disturb_it()
    {
        var kept = System.Text.Json.JsonDocument.Parse(Policy.Write()).RootElement;
        Assert.Equal(Policy.Pricing.LaborRates, PolicyReader.ReadChecked(kept).LaborRates);
    }

    [Fact]
    public void Every_problem_of_a_draft_is_named_at_its_field()
    {
        var form = Form with
        {
            LaborCostPerHour = "forty",
            LaborRates = [new RateRow("diagnostic", ""), new RateRow("diagnostic", "150")],
            MarkupBands = [new BandTable("wide", [new BandRow("25", "2"), new BandRow("20", "1.8"), new BandRow("90", "1.4")])],
            Taxes = [new TaxRow("STATE", "-1", [])],
            Exemptions = [new ExemptionRow("Resale", false, ["CITY"])],
            Supplies = SuppliesRow.None with { Charged = true, Percent = "6", Minimum = "40", Maximum = "38" },
            Ending = EndingKind.EndWith,
            EndingValue = "1.95",
            MarginAim = "120",
        };
        var fields = Read(form).Problems.Select(p => p.Field).ToHashSet();
        foreach (
            var path in new[]
            {
                "laborCostPerHour",
                "laborRates[0].rate",
                "laborRates[1].name",
                "laborRates",
                "markupBands[0].bands[1].upTo",
                "markupBands[0].bands[2].upTo",
                "markupBands",
                "taxes[0].percent",
                "taxes[0].on",
                "exemptions[0]",
                "supplies.maximum",
                "endingValue",
                "marginAim",
                "categories[0].bands",
            }
        )
            Assert.Contains(path, fields);
        Assert.All(Read(form).Problems, p => Assert.Matches(@"[.]$", p.Message));
    }

    [Fact]
    public void Commas_and_signs_are_understood_as_in_every_other_field()
    {
        var read = Read(
            Form with
            {
                LaborRates = [new RateRow("general", "$1,142.50"), new RateRow("fleet", "99,5")],
                Taxes = [new TaxRow("STATE", "6,25 %", [AmountKind.Part])],
                Exemptions = [],
            }
        );
        Assert.Equal(
            (1142.50m, 99.5m, 6.25m),
            (read.Policy!.Pricing.LaborRates["general"], read.Policy.Pricing.LaborRates["fleet"], read.Policy.Pricing.Taxes[0].Percent)
        );
    }

    [Fact]
    public void What_records_refer_to_by_name_has_to_stay()
    {
        var use = new PolicyUse(
            new Dictionary<string, string> { ["fleet"] = "10 customers" },
            new Dictionary<string, string> { ["Resale"] = "1 customer" }
        );
        Assert.Empty(Read(Form with { LaborRates = [new RateRow("general", "1"), new RateRow("fleet", "1")] }, use).Problems);
        var problems = Read(Form with { LaborRates = [new RateRow("general", "1")], Exemptions = [] }, use).Problems;
        Assert.Contains(problems, p => p.Field == "laborRates" && p.Message.Contains("10 customers", StringComparison.Ordinal));
        Assert.Contains(problems, p => p.Field == "exemptions" && p.Message.Contains("1 customer", StringComparison.Ordinal));
    }

    [Fact]
    public void A_multiple_of_nothing_is_no_ending() =>
        Assert.Contains(
            "rounding amount",
            Refused(Form with { Ending = EndingKind.RoundUpTo, EndingValue = "0" }, "endingValue"),
            StringComparison.Ordinal
        );

    [Fact]
    public void Differences_are_told_in_words_and_only_where_there_are_any()
    {
        Assert.Empty(PolicyDifference.Between(Form, Form));
        var after = Form with
        {
            LaborRates =
            [
                .. Form.LaborRates.Where(r => r.Name == "general").Select(r => r with { Rate = "150.00" }),
                new RateRow("new", "90"),
            ],
            Taxes = [],
        };
        var found = PolicyDifference.Between(Form, after);
        Assert.Contains(found, d => d is { What: "Labor rate general", Before: "142.00", After: "150.00" });
        Assert.Contains(found, d => d is { What: "Labor rate new", Before: "", After: "90" });
        Assert.Contains(found, d => d is { What: "Tax STATE", After: "" });
    }

    [Fact]
    public void The_curve_says_where_the_bare_multiplier_falls_and_the_rule_holds()
    {
        var curve = MarkupCurve.Of([new(5, 3), new(25, 2.2m), new(100, 1.8m), new(null, 1.45m)]);
        Assert.Equal(3, curve.Lifts.Count);
        Assert.Equal(new MarkupLift(5, 15m / 2.2m, 15, 11), curve.Lifts[0]);
        Assert.Equal((25m, 55m, 45m), (curve.Lifts[1].FromCost, curve.Lifts[1].Price, curve.Lifts[1].Fallen));
        Assert.True(curve.Points.Zip(curve.Points.Skip(1)).All(p => p.Second.Price >= p.First.Price && p.Second.Cost >= p.First.Cost));
    }

    [Theory]
    [InlineData("2", "2.5", "3")]
    [InlineData("3", "1", "1.01")]
    [InlineData("3", "0", "2")]
    public void The_curve_agrees_with_the_price_of_parts_at_every_cost(string first, string second, string third)
    {
        decimal Times(string text) => decimal.Parse(text, System.Globalization.CultureInfo.InvariantCulture);
        MarkupBand[] bands = [new(10, Times(first)), new(12, Times(second)), new(null, Times(third))];
        var curve = MarkupCurve.Of(bands);
        for (var cost = 0.25m; cost <= 40; cost += 0.25m)
        {
            var to = curve.Points.First(p => p.Cost >= cost);
            var from = curve.Points.Last(p => p.Cost < cost);
            var drawn = from.Price + (to.Price - from.Price) * (cost - from.Cost) / (to.Cost - from.Cost);
            Assert.Equal(PartPrice.ByBands(bands, cost), Rounding.Round(drawn));
        }
    }

    [Fact]
    public void Posted_orders_are_priced_anew_and_those_that_change_most_come_first()
    {
        var tires = ExampleTests.Case("03-tires-with-companions.json");
        PostedCase Posted(long id, PricingCase made) => new(id, made);
        var held = tires with
        {
            Jobs = tires
                .Jobs.Select(j =>
                    j with
                    {
                        Lines = j.Lines.Select(l => l is PartCaseLine part ? part with { UnitPrice = 100, Held = true } : l).ToArray(),
                    }
                )
                .ToArray(),
        };
        var dearer = tires.Policy with { LaborRates = tires.Policy.LaborRates.ToDictionary(r => r.Key, r => r.Value * 2) };
        var same = PolicyComparison.Of([Posted(1, tires), Posted(2, tires)], tires.Policy);
        Assert.Equal((2, 0, same.Before), (same.Orders, same.Changed, same.After));
        var result = OrderPricer.Price(tires);
        Assert.Equal((result.Revenue * 2, result.Profit * 2), (same.Before.Revenue, same.Before.Profit));
        var freed = PolicyComparison.Of([Posted(3, held)], tires.Policy);
        Assert.Equal(result.Total, freed.Most[0].TotalAfter);
        var without = PolicyComparison.Of(
            [Posted(1, tires), Posted(4, tires with { LaborRate = RateChoice.Named("fleet") })],
            dearer with
            {
                LaborRates = new Dictionary<string, decimal> { ["general"] = 1 },
            }
        );
        Assert.Equal((1, 4L), (without.Orders, without.NotPriced[0].Id));
    }
}
