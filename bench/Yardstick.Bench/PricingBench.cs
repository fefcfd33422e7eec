using BenchmarkDotNet.Attributes;
using BenchmarkDotNet.Running;
using Yardstick.Core.Pricing;

BenchmarkRunner.Run<Yardstick.Bench.PricingBench>(args: args);

namespace Yardstick.Bench
{
    /// <summary>Pricing with every "what a job adds" figure, against the small order in the same run.</summary>
    [MemoryDiagnoser]
    [ShortRunJob]
    public class PricingBench
    {
        private PricingCase small = null!, large = null!;

        /// <summary>Makes the orders.</summary>
        [GlobalSetup]
        public void Setup() => (small, large) = (Order(3, 5), Order(20, 10));

        /// <summary>Three jobs, fifteen lines.</summary>
        [Benchmark(Baseline = true)]
        public PricingResult Small() => OrderPricer.Price(small);

        /// <summary>Twenty jobs, two hundred lines.</summary>
        [Benchmark]
        public PricingResult Large() => OrderPricer.Price(large);

        private static PricingCase Order(int jobs, int lines) => new()
        {
            Policy = new PricingPolicy
            {
                LaborRates = new Dictionary<string, decimal> { ["general"] = 142 },
                LaborCostPerHour = 41.5m,
                MarkupBands = new Dictionary<string, IReadOnlyList<MarkupBand>> { ["standard"] = [new(5, 3), new(25, 2.2m), new(100, 1.8m), new(null, 1.45m)] },
                Supplies = new SuppliesRule { Percent = 6, Maximum = 38, CostPercent = 50 },
                Taxes = [new TaxRule("STATE", 6.25m, [AmountKind.Part, AmountKind.Supplies])],
            },
            Jobs = Enumerable.Range(0, jobs).Select(j => new PricingJob
            {
                Id = $"J{j}",
                Discounts = j % 3 == 0 ? [new Discount(5, null)] : [],
                Lines = Enumerable.Range(0, lines).Select(l => l % 3 == 0
                    ? (PricingLine)new LaborLine { Hours = 0.5m + l / 10m }
                    : new PartLine { Category = "x", Quantity = l, UnitCost = 3.17m * (l + j) }).ToArray(),
            }).ToArray(),
        };
    }
}
