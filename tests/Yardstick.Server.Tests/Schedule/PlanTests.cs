using System.Text;
using System.Text.Json.Nodes;
using Yardstick.Core.Schedule;
using Yardstick.Server.Schedule;

namespace Yardstick.Server.Tests.Schedule;

/// <summary>The plan of the work: the examples, valid plans only, never worse than the best that trying everything finds.</summary>
public class PlanTests
{
    private static async Task<(int Code, List<JsonNode> Results)> RunAsync(IEnumerable<JsonNode> cases, bool solver = true)
    {
        var text = string.Join('\n', cases.Select(c => c.ToJsonString()));
        using var output = new MemoryStream();
        var code = await PlanCommand.RunAsync(new MemoryStream(Encoding.UTF8.GetBytes(text)), output, solver ? new SatPlanner() : null);
        var lines = Encoding.UTF8.GetString(output.ToArray()).Split('\n', StringSplitOptions.RemoveEmptyEntries);
        return (code, [.. lines.Select(l => JsonNode.Parse(l)!)]);
    }

    private static (int, long, int, long) FiguresOf(JsonNode result) =>
        (
            result["withoutPlace"]!.GetValue<int>(),
            result["lateWeighted"]!.GetValue<long>(),
            result["moved"]!.GetValue<int>(),
            result["finishSum"]!.GetValue<long>()
        );

    [Fact]
    public async Task Examples_come_out_no_worse_and_proven()
    {
        var folder = Path.Combine(ArchitectureTests.Root(), "tests/Yardstick.Server.Tests/Schedule/Examples");
        var examples = Directory
            .GetFiles(folder, "*.json")
            .Order(StringComparer.Ordinal)
            .Select(f => JsonNode.Parse(File.ReadAllText(f))!)
            .ToList();
        Assert.True(examples.Count >= 12);
        var (code, results) = await RunAsync(examples.Select(e => e["case"]!));
        Assert.Equal(0, code);
        foreach (var (example, result) in examples.Zip(results))
        {
            Assert.True(FiguresOf(result).CompareTo(FiguresOf(example["atMost"]!)) <= 0, result.ToJsonString());
            Assert.True(result["proven"]!.GetValue<bool>());
            if (example["promise"] is { } promise)
                Assert.Equal(promise["finish"]!.GetValue<string>(), result["promise"]!["finish"]!.GetValue<string>());
            if (example["case"]!["zone"] is null)
                PlanChecker.Check(example["case"]!, result);
        }
    }

    [Fact]
    public async Task Any_case_gives_a_valid_plan_and_the_solver_is_never_worse_than_what_is_put_together()
    {
        var cases = Enumerable.Range(1, 60).Select(seed => PlanCases.Any(seed)).ToList();
        var (_, plain) = await RunAsync(cases, solver: false);
        var (_, solved) = await RunAsync(cases);
        foreach (var ((read, quick), best) in cases.Zip(plain).Zip(solved))
        {
            PlanChecker.Check(read, quick);
            PlanChecker.Check(read, best);
            if (read["promiseFor"] is null)
                Assert.True(FiguresOf(best).CompareTo(FiguresOf(quick)) <= 0);
        }
    }

    [Fact]
    public async Task The_same_input_gives_the_same_plan()
    {
        var cases = Enumerable.Range(200, 12).Select(seed => PlanCases.Any(seed)).ToList();
        // They are proven long before; so much is given that a machine with other work does not stop one by the clock.
        foreach (var read in cases)
            read["seconds"] = 60;
        var (_, once) = await RunAsync(cases);
        var (_, again) = await RunAsync(cases);
        Assert.Equal(once.Select(r => r.ToJsonString()), again.Select(r => r.ToJsonString()));
    }

    [Fact]
    public async Task No_plan_of_a_small_case_is_better()
    {
        var cases = Enumerable.Range(1, 40).Select(PlanCases.Small).ToList();
        var (_, results) = await RunAsync(cases);
        foreach (var (read, result) in cases.Zip(results))
        {
            PlanChecker.Check(read, result);
            Assert.True(result["proven"]!.GetValue<bool>());
            Assert.Equal(PlanCases.BestOf(read), FiguresOf(result));
        }
    }

    [Fact]
    public async Task A_promise_costs_nobody_anything_and_more_hands_never_make_it_worse()
    {
        var cases = Enumerable.Range(300, 25).Select(seed => PlanCases.Any(seed, promise: true, few: true)).ToList();
        var without = cases.Select(c =>
        {
            var copy = c.DeepClone();
            copy.AsObject().Remove("promiseFor");
            return copy;
        });
        var more = without.Select(c =>
        {
            var copy = c.DeepClone();
            var person = copy["people"]![0]!.DeepClone();
            person["id"] = "one more";
            copy["people"]!.AsArray().Add(person);
            return copy;
        });
        var (_, with) = await RunAsync(cases);
        var (_, before) = await RunAsync(without);
        var (_, helped) = await RunAsync(more);
        foreach (var ((promised, plain), help) in with.Zip(before).Zip(helped))
        {
            if (promised["proven"]!.GetValue<bool>() && plain["proven"]!.GetValue<bool>())
                Assert.True(promised["lateWeighted"]!.GetValue<long>() <= plain["lateWeighted"]!.GetValue<long>());
            if (help["proven"]!.GetValue<bool>() && plain["proven"]!.GetValue<bool>())
                Assert.True(FiguresOf(help).CompareTo(FiguresOf(plain)) <= 0);
        }
    }

    [Theory]
    [InlineData("now", "soon", "now")]
    [InlineData("zone", "Nowhere/Else", "zone")]
    [InlineData("people[0].hours", """[["2026-11-23T10:00","2026-11-23T09:00"]]""", "people[0].hours[0]")]
    [InlineData(
        "people[0].hours",
        """[["2026-11-23T08:00","2026-11-23T10:00"],["2026-11-23T09:00","2026-11-23T11:00"]]""",
        "people[0].hours[1]"
    )]
    [InlineData("step", "7", "step")]
    [InlineData("orders[0].jobs[0].minutes", "-5", "orders[0].jobs[0].minutes")]
    [InlineData("orders[0].jobs[0].id", "\"b\"", "orders[0].jobs[1].id")]
    [InlineData("orders[0].jobs[0].after", """["x"]""", "orders[0].jobs[0].after[0]")]
    [InlineData("orders[0].jobs[0].after", """["b"]""", "orders[0].jobs[1].after")]
    [InlineData("orders[0].jobs[0].planned", """{"person":"nobody"}""", "orders[0].jobs[0].planned.person")]
    [InlineData("orders[0].jobs[0].fixed", """{"person":"ana","bay":"9","start":"2026-11-23T08:00"}""", "orders[0].jobs[0].fixed.bay")]
    [InlineData("people", "4", "people")]
    public async Task Bad_input_is_an_error_by_path_and_the_others_go_on(string path, string value, string told)
    {
        var bad = JsonNode.Parse(
            """
            {"now":"2026-11-23T08:00","people":[{"id":"ana","hours":[["2026-11-23T08:00","2026-11-23T16:00"]]}],
             "bays":[{"id":"1"}],"orders":[{"id":"1","jobs":[{"id":"a","minutes":30},{"id":"b","minutes":30,"after":["a"]}]}]}
            """
        )!;
        var good = bad.DeepClone();
        PlanCases.Put(bad, path, value.Length > 0 && (char.IsLetter(value[0])) ? JsonValue.Create(value) : JsonNode.Parse(value));
        var (code, results) = await RunAsync([bad, good]);
        Assert.Equal(1, code);
        Assert.Equal(told, results[0]["error"]!["path"]!.GetValue<string>());
        Assert.Equal(60, results[1]["finishSum"]!.GetValue<int>());
    }

    [Fact]
    public async Task What_stays_keeps_its_place_and_what_it_breaks_is_told()
    {
        var read = JsonNode.Parse(
            """
            {"now":"2026-11-23T10:00","people":[{"id":"ana","skills":["engine"],"hours":[["2026-11-23T08:00","2026-11-23T12:00"]]}],
             "bays":[{"id":"1"},{"id":"2","can":["lift"]}],
             "orders":[{"id":"1","arrives":"2026-11-23T11:00","jobs":[
               {"id":"a","minutes":60,"skill":"brakes","needs":["lift"],"fixed":{"person":"ana","bay":"1","start":"2026-11-23T10:30"}},
               {"id":"b","minutes":90,"after":["a"],"ready":"2026-11-23T11:30","fixed":{"person":"ana","bay":"1","start":"2026-11-23T11:00"}}]},
              {"id":"2","jobs":[{"id":"c","minutes":30,"noBay":true}]}]}
            """
        )!;
        var (_, results) = await RunAsync([read]);
        var told = results[0]["conflicts"]!.AsArray().Select(c => $"{c!["id"]} {c["rule"]}").ToHashSet();
        Assert.Equal(
            ["a skill", "a bay", "a person", "a order", "a arrives", "b hours", "b bay", "b person", "b order", "b ready", "b after"],
            told
        );
        // What the hours do not hold passes after the last of them.
        Assert.Equal("2026-11-23T12:30", results[0]["jobs"]![1]!["end"]!.GetValue<string>());
        Assert.Equal("2026-11-23T10:00", results[0]["jobs"]![2]!["start"]!.GetValue<string>());
    }
}
