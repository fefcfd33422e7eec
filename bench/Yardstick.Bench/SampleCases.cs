using System.Text;
using Yardstick.Core.Pricing;

namespace Yardstick.Bench;

/// <summary>Made-up orders of a chosen size, the same for the same seed.</summary>
internal static class SampleCases
{
    private static readonly PricingPolicy Policy = new()
    {
        LaborRates = new Dictionary<string, decimal>
        {
            ["general"] = 142,
            ["diagnostic"] = 158,
            ["fleet"] = 124,
        },
        LaborCostPerHour = 41.5m,
        MarkupBands = new Dictionary<string, IReadOnlyList<MarkupBand>>
        {
            ["standard"] = [new(5, 3), new(25, 2.2m), new(100, 1.8m), new(null, 1.45m)],
            ["tires"] = [new(null, 1.22m)],
        },
        Categories = new Dictionary<string, string?> { ["tire"] = "tires" },
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
                Code = "TIRE-FUND",
                Category = "tire",
                Kind = AmountKind.Fee,
                AmountPerUnit = 1.5m,
                Taxable = false,
                PassThrough = true,
            },
        ],
        Supplies = new SuppliesRule
        {
            Percent = 6,
            Maximum = 38,
            CostPercent = 50,
        },
        Taxes =
        [
            new TaxRule("STATE", 6.25m, [AmountKind.Part, AmountKind.Core, AmountKind.Fee, AmountKind.Supplies]),
            new TaxRule("COUNTY", 1.125m, [AmountKind.Part, AmountKind.Supplies]),
        ],
        Overrun = new OverrunRule { Percent = 10, Amount = 75 },
    };

    /// <summary>An order of so many jobs with so many lines each; with operations, hours of one job depend on the others.</summary>
    internal static PricingCase Order(int jobs, int lines, int seed = 1, bool operations = false)
    {
        var random = new Random(seed);
        return new PricingCase
        {
            Policy = Policy,
            Authorized = 800,
            Payments = seed % 3 == 0 ? [100] : [],
            Jobs = Enumerable
                .Range(0, jobs)
                .Select(j => new PricingJob
                {
                    Id = $"J{j + 1}",
                    Decision = (JobDecision)random.Next(0, 4),
                    Discounts = j % 3 == 2 ? [new Discount(5, null)] : [],
                    Lines = Enumerable.Range(0, lines).Select(l => Line(random, j, l, operations)).ToArray(),
                })
                .ToArray(),
        };
    }

    private static PricingLine Line(Random random, int job, int line, bool operations) =>
        (line % 3) switch
        {
            0 => new LaborCaseLine
            {
                Hours = random.Next(3, 60) / 10m,
                Operation = operations ? $"OP{job}-{line}" : null,
                Beside = operations
                    ? new Dictionary<string, decimal> { [$"OP{job - 1}-{line}"] = 0.2m }
                    : new Dictionary<string, decimal>(),
            },
            1 => new PartCaseLine
            {
                Category = random.Next(8) == 0 ? "tire" : "general",
                Quantity = random.Next(1, 6),
                UnitCost = random.Next(100, 40000) / 100m,
                CoreEach = random.Next(5) == 0 ? 22.5m : 0,
            },
            _ => new PartCaseLine
            {
                Category = "general",
                Quantity = 1,
                UnitCost = random.Next(100, 20000) / 100m,
                Discount = random.Next(10) == 0 ? new Discount(10, null) : null,
            },
        };

    /// <summary>So many cases as JSON Lines: one to three jobs of one to five lines, each case another.</summary>
    internal static async Task WriteAsync(string file, int count)
    {
        await using var stream = new FileStream(file, FileMode.Create, FileAccess.Write, FileShare.None, 1 << 20);
        for (var i = 0; i < count; i++)
        {
            var line = CaseWriter.Write(Order(1 + i % 3, 1 + i % 5, i, operations: i % 4 == 0));
            await stream.WriteAsync(Encoding.UTF8.GetBytes(line + "\n"));
        }
    }
}
