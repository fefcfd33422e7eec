using BenchmarkDotNet.Attributes;
using Yardstick.Core.Pricing;

namespace Yardstick.Bench;

/// <summary>Pricing with every "what a job adds" figure; ratios are to the small order of the same run.</summary>
[MemoryDiagnoser]
[ShortRunJob]
public class PricingBench
{
    private PricingCase small = null!,
        large = null!,
        wide = null!,
        overlapping = null!;

    /// <summary>Makes the orders.</summary>
    [GlobalSetup]
    public void Setup() =>
        (small, large, wide, overlapping) = (
            SampleCases.Order(3, 5),
            SampleCases.Order(20, 10),
            SampleCases.Order(3, 67),
            SampleCases.Order(20, 10, operations: true)
        );

    /// <summary>Three jobs, fifteen lines.</summary>
    [Benchmark(Baseline = true, Description = "3 jobs, 15 lines")]
    public PricingResult Small() => OrderPricer.Price(small);

    /// <summary>Three jobs, two hundred lines: how cost grows with lines alone.</summary>
    [Benchmark(Description = "3 jobs, 201 lines")]
    public PricingResult Wide() => OrderPricer.Price(wide);

    /// <summary>Twenty jobs, two hundred lines.</summary>
    [Benchmark(Description = "20 jobs, 200 lines")]
    public PricingResult Large() => OrderPricer.Price(large);

    /// <summary>Twenty jobs, two hundred lines, whose labor overlaps, so that nothing can be kept between sets of jobs.</summary>
    [Benchmark(Description = "20 jobs, 200 lines, overlapping")]
    public PricingResult Overlapping() => OrderPricer.Price(overlapping);

    /// <summary>Twenty jobs with the steps of every amount, as when somebody asks why.</summary>
    [Benchmark(Description = "20 jobs, 200 lines, with steps")]
    public PricingTrace Explained()
    {
        var trace = new PricingTrace();
        OrderPricer.Price(large, trace);
        return trace;
    }
}
