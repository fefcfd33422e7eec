using CsCheck;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Tests.Pricing;

/// <summary>What holds for every case, tried on generated ones.</summary>
public class PropertyTests
{
    private static readonly Gen<decimal> Cost = Gen.Int[0, 400_00].Select(c => c / 100m);
    private static readonly Gen<decimal> Hours = Gen.Int[0, 600].Select(h => h / 100m);
    private static readonly string[] Categories = ["tire", "brake", "oil"];
    private static readonly string[] Operations = ["A", "B", "C", "D"];

    private static readonly Gen<PricingLine> Labor = Gen.Select(Hours, Gen.Int[0, 5], Gen.Bool, (hours, operation, contains) =>
        (PricingLine)
            new LaborCaseLine
            {
                Hours = hours,
                Operation = operation < Operations.Length ? Operations[operation] : null,
                Contains = contains && operation < 3 ? [Operations[operation + 1]] : [],
                Beside = operation == 3 ? new Dictionary<string, decimal> { ["A"] = 0.3m } : new Dictionary<string, decimal>(),
            }
    );

    private static readonly Gen<PricingLine> Part = Gen.Select(
        Cost,
        Gen.Int[1, 8],
        Gen.Int[0, 2],
        Gen.Int[0, 30],
        Gen.Bool,
        (cost, quantity, category, percent, core) =>
            (PricingLine)
                new PartCaseLine
                {
                    Category = Categories[category],
                    Quantity = quantity,
                    UnitCost = cost,
                    CoreEach = core ? 22.5m : 0,
                    Discount = percent > 20 ? new Discount(percent, null) : null,
                }
    );

    private static readonly Gen<PricingLine> Fee = Gen.Select(Cost, Gen.Bool, (amount, passed) => (PricingLine)
            new FeeCaseLine
            {
                Amount = amount / 10,
                PassThrough = passed,
                Taxable = !passed,
            });

    private static readonly Gen<PricingJob> Job = Gen.Select(
        Gen.OneOf(Labor, Part, Fee).List[0, 5],
        Gen.Int[0, 60],
        Gen.Int[0, 3],
        (lines, percent, decision) =>
            new PricingJob
            {
                Id = "",
                Lines = [.. lines],
                Decision = (JobDecision)decision,
                Discounts = percent > 40 ? [new Discount(percent - 40, null, DiscountBase.Labor), new Discount(null, percent)] : [],
                FixedPrice = percent < 8 && lines.Exists(l => l.Kind is AmountKind.Labor or AmountKind.Part) ? percent * 10 : null,
            }
    );

    internal static readonly Gen<PricingCase> Case = Gen.Select(Job.List[0, 5], Gen.Bool, Gen.Int[0, 30], (jobs, inside, discount) =>
        new PricingCase
        {
            Policy = ExampleTests.Case("03-tires-with-companions.json").Policy with { PricesIncludeTax = inside },
            Jobs = jobs.Select((j, i) => j with { Id = $"J{i}" }).ToArray(),
            Discounts = discount > 20 ? [new Discount(discount - 20, null)] : [],
            Authorized = discount * 20,
        }
    );

    [Fact]
    public void Shares_add_up_to_the_cent() =>
        Gen.Select(Gen.Long[0, 10_000_000_00], Gen.Long[0, 1_000_000_00].Array[1, 80])
            .Sample(
                (cents, weights) =>
                {
                    var shares = new long[weights.Length];
                    Rounding.Share(cents, weights, shares);
                    Assert.Equal(weights.Sum() == 0 ? 0 : cents, shares.Sum());
                    for (var i = 0; i < weights.Length; i++)
                    {
                        if (weights.Sum() > 0)
                            Assert.InRange(
                                shares[i],
                                (long)((Int128)cents * weights[i] / weights.Sum()),
                                (long)((Int128)cents * weights[i] / weights.Sum()) + 1
                            );
                    }
                }
            );

    [Fact]
    public void Price_never_falls_as_cost_rises() =>
        Gen.Select(Gen.Int[0, 2_000_0000], Gen.Int[0, 500_0000], Gen.Int[1, 40].Array[2, 5], Gen.Int[0, 3])
            .Sample(
                (cost, more, multipliers, ending) =>
                {
                    var bands = multipliers
                        .Select((m, i) => new MarkupBand(i == multipliers.Length - 1 ? null : (i + 1) * 20, m / 10m))
                        .ToList();
                    var rule = ending switch
                    {
                        0 => PriceEnding.None,
                        1 => new PriceEnding { EndWith = 0.95m },
                        2 => new PriceEnding { RoundUpTo = 0.25m },
                        _ => new PriceEnding { RoundUpTo = 5 },
                    };
                    decimal Price(int at) => PartPrice.Ending(rule, PartPrice.ByBands(bands, at / 10_000m));
                    Assert.True(Price(cost + more) >= Price(cost));
                }
            );

    [Fact]
    public void Reading_back_what_was_written_gives_the_same_result() =>
        Case.Sample(
            pricing =>
            {
                var again = CaseReader.Read(System.Text.Encoding.UTF8.GetBytes(CaseWriter.Write(pricing)));
                Assert.Equal(ExampleTests.Priced(pricing).ToJsonString(), ExampleTests.Priced(again).ToJsonString());
            },
            iter: 300
        );

    [Fact]
    public void Figures_of_jobs_and_taxes_add_up() =>
        Case.Sample(
            pricing =>
            {
                var result = OrderPricer.Price(pricing);
                Assert.Equal(result.Labor, result.Jobs.Sum(j => j.Labor));
                Assert.Equal(result.Parts, result.Jobs.Sum(j => j.Parts));
                Assert.Equal(result.Core, result.Jobs.Sum(j => j.Core));
                Assert.Equal(result.Subtotal, result.Labor + result.Parts + result.Sublet + result.Fees + result.Core + result.Supplies);
                Assert.Equal(result.Total, result.Subtotal + (pricing.Policy.PricesIncludeTax ? 0 : result.Taxes.Sum(t => t.Amount)));
                foreach (var job in result.Jobs)
                {
                    Assert.Equal(job.Subtotal, job.Labor + job.Parts + job.Sublet + job.Fees + job.Core);
                    Assert.Equal(job.Labor + job.Parts + job.Sublet + job.Fees, job.Lines.Sum(l => l.Net) + job.Companions.Sum(c => c.Net));
                    Assert.All(job.Lines, l => Assert.InRange(l.Net, 0, l.Amount));
                }
            },
            iter: 500
        );

    [Fact]
    public void What_a_job_adds_is_the_difference_of_totals() =>
        Case.Sample(
            pricing =>
            {
                var result = OrderPricer.Price(pricing);
                foreach (var job in pricing.Jobs)
                {
                    var without = OrderPricer.Price(
                        pricing with
                        {
                            Include = JobSelection.Of(pricing.Jobs.Where(j => j != job).Select(j => j.Id)),
                        }
                    );
                    Assert.Equal(result.Total - without.Total, result.Jobs.First(j => j.Id == job.Id).AddsToTotal);
                }
            },
            iter: 150
        );

    [Fact]
    public void A_job_without_lines_adds_nothing() =>
        Case.Sample(
            pricing =>
            {
                var more = pricing with { Jobs = [.. pricing.Jobs, new PricingJob { Id = "empty", Lines = [] }] };
                Assert.Equal(OrderPricer.Price(pricing).Total, OrderPricer.Price(more).Total);
                Assert.Equal(0, OrderPricer.Price(more).Jobs[^1].AddsToTotal);
            },
            iter: 200
        );

    [Fact]
    public void Switching_a_line_out_and_in_again_changes_nothing() =>
        Case.Sample(
            pricing =>
            {
                if (pricing.Jobs.Count == 0 || pricing.Jobs[0].Lines.Count == 0 || pricing.Jobs[0].FixedPrice is not null)
                    return;
                PricingCase With(bool off) =>
                    pricing with
                    {
                        Jobs =
                        [
                            pricing.Jobs[0] with
                            {
                                Lines = [pricing.Jobs[0].Lines[0] with { Out = off }, .. pricing.Jobs[0].Lines.Skip(1)],
                            },
                            .. pricing.Jobs.Skip(1),
                        ],
                    };
                var before = OrderPricer.Price(pricing).Total;
                var without = OrderPricer.Price(With(off: true)).Total;
                Assert.Equal(before, OrderPricer.Price(With(off: false)).Total);
                Assert.Equal(without, OrderPricer.Price(With(off: true)).Total);
            },
            iter: 200
        );

    [Fact]
    public void One_tax_on_everything_is_the_same_taken_out_of_the_total_with_it() =>
        Gen.Select(Part.List[1, 6], Gen.Int[1, 25])
            .Sample(
                (lines, percent) =>
                {
                    var tax = new TaxRule(
                        "VAT",
                        percent,
                        [AmountKind.Labor, AmountKind.Part, AmountKind.Core, AmountKind.Fee, AmountKind.Sublet, AmountKind.Supplies]
                    );
                    var policy = ExampleTests.Case("02-band-edge.json").Policy with { Taxes = [tax], Companions = [] };
                    var onTop = OrderPricer.Price(
                        new PricingCase { Policy = policy, Jobs = [new PricingJob { Id = "A", Lines = [.. lines] }] }
                    );
                    var gross = new PartCaseLine
                    {
                        Quantity = 1,
                        UnitCost = 0,
                        UnitPrice = onTop.Total,
                    };
                    var inside = OrderPricer.Price(
                        new PricingCase
                        {
                            Policy = policy with { PricesIncludeTax = true },
                            Jobs = [new PricingJob { Id = "A", Lines = [gross] }],
                        }
                    );
                    Assert.InRange(Math.Abs(inside.Taxes[0].Amount - onTop.Taxes[0].Amount), 0, 0.01m);
                },
                iter: 300
            );

    [Fact]
    public void Percent_discounts_never_exceed_their_base() =>
        Case.Sample(
            pricing =>
            {
                var half = pricing with
                {
                    Discounts = [new Discount(100, null), new Discount(50, null)],
                    Jobs = pricing
                        .Jobs.Select(j =>
                            j with
                            {
                                Discounts =
                                [
                                    new Discount(99.999m, null, DiscountBase.Parts),
                                    new Discount(100, null, DiscountBase.Labor),
                                    new Discount(100, null),
                                ],
                            }
                        )
                        .ToArray(),
                };
                var result = OrderPricer.Price(half);
                Assert.Equal((0m, 0m, 0m), (result.Labor, result.Parts, result.Sublet));
                Assert.All(result.Jobs.SelectMany(j => j.Lines), l => Assert.True(l.Net >= 0));
                // Fees and cores are what they were; everything else was taken off, and not a cent more.
                var without = OrderPricer.Price(
                    pricing with
                    {
                        Discounts = [],
                        Jobs = pricing
                            .Jobs.Select(j => j with { Discounts = [], Lines = j.Lines.Select(l => l with { Discount = null }).ToArray() })
                            .ToArray(),
                    }
                );
                Assert.Equal((without.Fees, without.Core), (result.Fees, result.Core));
                var lines = pricing.Jobs.SelectMany(j => j.Lines).Any(l => l.Discount is not null);
                if (!lines)
                    Assert.Equal(without.Labor + without.Parts + without.Sublet, result.Discounts);
            },
            iter: 300
        );

    [Fact]
    public void Totals_do_not_depend_on_the_order_of_jobs() =>
        Gen.Select(Case, Gen.Int[0, 1000])
            .Sample(
                (pricing, seed) =>
                {
                    // Ties of sharing (order discounts over several jobs) and of overlap go by the order of the sheet; without them nothing
                    // does.
                    var plain = pricing with
                    {
                        Discounts = [],
                        Jobs = pricing
                            .Jobs.Select(j =>
                                j with
                                {
                                    Lines = j.Lines.Select(l => l is LaborCaseLine labor ? labor with { Operation = null } : l).ToArray(),
                                }
                            )
                            .ToArray(),
                    };
                    var random = new Random(seed);
                    var shuffled = plain with { Jobs = plain.Jobs.OrderBy(_ => random.Next()).ToArray() };
                    var (one, other) = (OrderPricer.Price(plain), OrderPricer.Price(shuffled));
                    Assert.Equal((one.Total, one.Supplies, one.Discounts), (other.Total, other.Supplies, other.Discounts));
                    // Where taxes are inside, each group's tax is shared over its lines in their order (rules, 5): a tie decides whether a
                    // cent of it
                    // falls on a core or a fee that is passed on, which profit leaves out, or on something that it counts. Nothing else may
                    // move it.
                    if (!plain.Policy.PricesIncludeTax)
                        Assert.Equal(one.Profit, other.Profit);
                    else
                        Assert.InRange(one.Profit - other.Profit, -0.01m * plain.Policy.Taxes.Count, 0.01m * plain.Policy.Taxes.Count);
                    foreach (var job in one.Jobs)
                        Assert.Equal(
                            (job.Subtotal, job.AddsToTotal),
                            other.Jobs.Where(j => j.Id == job.Id).Select(j => (j.Subtotal, j.AddsToTotal)).Single()
                        );
                },
                iter: 300
            );

    [Fact]
    public void The_sum_of_taxes_is_what_the_tax_rows_say_of_their_bases() =>
        Case.Sample(
            pricing =>
            {
                var result = OrderPricer.Price(pricing);
                Assert.Equal(pricing.Policy.Taxes.Select(t => t.Code), result.Taxes.Select(t => t.Code));
                Assert.Equal(result.Total - result.Subtotal, pricing.Policy.PricesIncludeTax ? 0 : result.Taxes.Sum(t => t.Amount));
                foreach (var (rule, tax) in pricing.Policy.Taxes.Zip(result.Taxes))
                {
                    // On top the row is exact; inside, a tax is a share of its group's, and each group rounds once.
                    var exact = tax.Base * rule.Percent / 100m;
                    Assert.InRange(Math.Abs(tax.Amount - exact), 0, pricing.Policy.PricesIncludeTax ? 0.06m : 0.005m);
                }
            },
            iter: 500
        );

    [Fact]
    public void What_a_person_set_on_a_companion_survives_writing_and_reading() =>
        Case.Sample(
            pricing =>
            {
                var edited = pricing with
                {
                    Jobs = pricing
                        .Jobs.Select(j =>
                            j with
                            {
                                Waived = ["VALVE"],
                                CompanionEdits = [new CompanionEdit("MOUNT", 3, null), new CompanionEdit("TIRE-FUND", null, 2.25m)],
                            }
                        )
                        .ToArray(),
                };
                var again = CaseReader.Read(System.Text.Encoding.UTF8.GetBytes(CaseWriter.Write(edited)));
                Assert.Equal(ExampleTests.Priced(edited).ToJsonString(), ExampleTests.Priced(again).ToJsonString());
            },
            iter: 200
        );
}
