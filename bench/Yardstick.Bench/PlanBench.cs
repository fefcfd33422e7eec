using System.Diagnostics;
using System.Globalization;
using Yardstick.Core.Schedule;
using Yardstick.Server.Schedule;

namespace Yardstick.Bench;

/// <summary>The plan of the work: how long it takes and how good it is, put together and solved, on the same cases in one run.</summary>
internal static class PlanBench
{
    private const int Cases = 5;
    private const int Small = 50;
    private static readonly Instant Monday = Instant.FromUtc(2026, 11, 23, 0, 0);
    private static readonly string[] Skills = ["engine", "brakes", "electric", "tires", "alignment"];

    /// <summary>Plans shops of 25 orders, and small cases to be proven.</summary>
    internal static int Run()
    {
        // As in a server that has planned before: the first plans of a process are made by code that is not compiled in full yet.
        _ = Plan(CaseOf(0, 5, 12, 4, 3), solver: true);
        for (var i = 0; i < 40; i++)
            _ = Plan(CaseOf(i, 25, 60, 6, 4), solver: false);
        var large = Enumerable.Range(1, Cases).Select(seed => CaseOf(seed, 25, 60, 6, 4)).ToList();
        Console.WriteLine($"{Cases} cases of 25 orders, 60 jobs, 6 technicians, 4 bays, 3 days");
        var built = large.ConvertAll(c => Plan(c, solver: false));
        Say("put together", built);
        var solved = large.ConvertAll(c => Plan(c, solver: true));
        Say("solved", solved);
        var late = built.Zip(solved, (one, other) => (One: one.Plan.Figures.LateWeighted, Other: other.Plan.Figures.LateWeighted)).ToList();
        Console.WriteLine(
            $"  late minutes solved against put together: {late.Sum(l => l.Other):N0} to {late.Sum(l => l.One):N0}, worse in {late.Count(l => l.Other > l.One)}"
        );
        var promised = large.ConvertAll(c =>
            Plan(c with { PromiseFor = CaseOf(900, 1, 2, 6, 4).Orders[0] with { Id = "new", Promise = null } }, solver: false)
        );
        Say("a promise for one more", promised);
        var small = Enumerable.Range(100, Small).Select(seed => Plan(CaseOf(seed, 4, 12, 4, 3), solver: true)).ToList();
        Console.WriteLine($"{Small} cases of 4 orders, 12 jobs, 4 technicians, 3 bays, 3 days");
        Say("solved", small);
        Console.WriteLine($"  proven: {small.Count(s => s.Plan.IsProven)} of {small.Count}");
        return 0;
    }

    private static void Say(string what, List<(double Milliseconds, WorkPlan Plan)> plans)
    {
        var times = plans.Select(p => p.Milliseconds).Order().ToList();
        Console.WriteLine(
            string.Create(
                CultureInfo.InvariantCulture,
                $"  {what, -26} median {times[times.Count / 2], 8:0} ms, longest {times[^1], 8:0} ms, "
            )
                + $"without a place {plans.Sum(p => p.Plan.Figures.WithoutPlace)}, late {plans.Sum(p => p.Plan.Figures.LateWeighted):N0}, "
                + $"moved {plans.Sum(p => p.Plan.Figures.Moved)}, finishes {plans.Sum(p => p.Plan.Figures.FinishSum):N0}"
        );
    }

    private static (double Milliseconds, WorkPlan Plan) Plan(PlanCase read, bool solver)
    {
        var watch = Stopwatch.StartNew();
        var plan = new WorkPlanner(solver ? new SatPlanner() : null).Plan(read);
        return (watch.Elapsed.TotalMilliseconds, plan);
    }

    private static PlanCase CaseOf(int seed, int orders, int jobs, int people, int bays)
    {
        var r = new Random(seed);
        PlanSpan Span(int day, double from, double until) =>
            new(Monday + Duration.FromHours(day * 24 + from), Monday + Duration.FromHours(day * 24 + until));
        var persons = Enumerable
            .Range(0, people)
            .Select(p => new PlanPerson(
                $"p{p}",
                [.. Skills.OrderBy(_ => r.Next()).Take(r.Next(2, 5))],
                new[] { 1m, 1m, 1.2m, 0.9m }[r.Next(4)],
                [.. Enumerable.Range(0, 3).SelectMany(d => (PlanSpan[])[Span(d, 7.5, 12), Span(d, 12.5, 16.5)])]
            ))
            .ToList();
        var known = persons.SelectMany(p => p.Skills).Distinct().ToList();
        var sizes = Enumerable.Range(0, jobs).GroupBy(j => j < orders ? j : r.Next(orders)).Select(g => g.Count()).ToList();
        var number = 0;
        return new PlanCase
        {
            Now = Monday + Duration.FromHours(8),
            Zone = DateTimeZone.Utc,
            Open = [.. Enumerable.Range(0, 3).Select(d => Span(d, 7.5, 18))],
            People = persons,
            Bays = [.. Enumerable.Range(1, bays).Select(b => new PlanBay($"{b}", b < bays ? ["lift"] : ["lift", "rack"]))],
            Orders =
            [
                .. sizes.Select(
                    (size, o) =>
                        new PlanOrder
                        {
                            Id = $"o{o}",
                            Promise = Monday + Duration.FromHours(r.Next(3) * 24 + new[] { 11, 13, 16, 17 }[r.Next(4)]),
                            Weight = new[] { 1, 1, 1, 2, 3 }[r.Next(5)],
                            CheckMinutes = new[] { 0, 10, 20 }[r.Next(3)],
                            Jobs =
                            [
                                .. Enumerable
                                    .Range(0, size)
                                    .Select(j => new PlanJob
                                    {
                                        Id = $"{seed}.{number++}",
                                        Minutes = new[] { 20, 30, 45, 60, 60, 90, 120 }[r.Next(7)],
                                        Skill = known[r.Next(known.Count)],
                                        Needs = r.Next(2) == 0 ? ["lift"] : [],
                                        NoBay = r.Next(10) == 0,
                                        Ready = r.Next(5) == 0 ? Monday + Duration.FromHours(9 + r.Next(30)) : null,
                                    }),
                            ],
                        }
                ),
            ],
        };
    }
}
