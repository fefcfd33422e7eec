using System.Globalization;
using System.Text.Json.Nodes;

namespace Yardstick.Server.Tests.Schedule;

/// <summary>
/// Checks a plan by the rules, minute by minute, from what was read and what was written alone: it shares no code with the planners. For
/// cases in UTC.
/// </summary>
internal static class PlanChecker
{
    private sealed record Job(
        string Id,
        JsonNode Asked,
        JsonNode Order,
        bool Certain,
        string Person,
        string? Bay,
        DateTime Start,
        DateTime End
    );

    internal static DateTime Time(JsonNode? node) =>
        DateTime.ParseExact(node!.GetValue<string>(), "yyyy-MM-ddTHH:mm", CultureInfo.InvariantCulture);

    private static IEnumerable<(DateTime From, DateTime Until)> Spans(JsonNode? list) =>
        (list?.AsArray() ?? []).Select(s => (Time(s![0]), Time(s[1])));

    private static bool In(JsonNode? spans, DateTime at) => Spans(spans).Any(s => s.From <= at && at < s.Until);

    private static JsonNode? By(JsonNode? list, string id) => list?.AsArray().FirstOrDefault(x => x!["id"]!.GetValue<string>() == id);

    private static List<string> Texts(JsonNode? list) => [.. (list?.AsArray() ?? []).Select(t => t!.GetValue<string>())];

    /// <summary>Orders as they are planned: the one that wants a promise stands in for the one of its id.</summary>
    internal static List<JsonNode> Orders(JsonNode read)
    {
        var promised = read["promiseFor"];
        var orders = read["orders"]!
            .AsArray()
            .Where(o => promised is null || o!["id"]!.GetValue<string>() != promised["id"]!.GetValue<string>());
        return [.. orders.Select(o => o!), .. promised is null ? Array.Empty<JsonNode>() : [promised]];
    }

    internal static void Check(JsonNode read, JsonNode result)
    {
        Assert.Null(result["error"]);
        var now = Time(read["now"]);
        var step = read["step"]?.GetValue<int>() ?? 5;
        var jobs = new List<Job>();
        foreach (var order in Orders(read))
        foreach (var asked in order["jobs"]!.AsArray())
        {
            var certain = order == read["promiseFor"] || (asked!["certain"]?.GetValue<bool>() ?? true);
            var id = asked!["id"]!.GetValue<string>();
            if (By(result["jobs"], id) is not { } put)
            {
                Assert.NotNull(By(result["unplanned"], id));
                continue;
            }
            Assert.Equal(certain, put["certain"]?.GetValue<bool>() ?? true);
            jobs.Add(
                new Job(
                    id,
                    asked,
                    order,
                    certain,
                    put["person"]!.GetValue<string>(),
                    put["bay"]?.GetValue<string>(),
                    Time(put["start"]),
                    Time(put["end"])
                )
            );
        }
        foreach (var job in jobs)
            One(read, job, jobs, now, step);
        Figures(read, result, jobs, now);
    }

    private static void One(JsonNode read, Job job, List<Job> jobs, DateTime now, int step)
    {
        var person = By(read["people"], job.Person)!;
        if (job.Asked["fixed"] is { } held)
        {
            Assert.Equal((held["person"]!.GetValue<string>(), Time(held["start"])), (job.Person, job.Start));
            return;
        }
        Assert.True(job.Start >= now && job.Start.Minute % step == 0, job.Id);
        Assert.True(In(person["hours"], job.Start), $"{job.Id} begins outside the hours");
        if (job.Asked["skill"]?.GetValue<string>() is { } skill)
            Assert.Contains(skill, Texts(person["skills"]));
        var minutes = job.Asked["minutes"]!.GetValue<decimal>() * (person["pace"]?.GetValue<decimal>() ?? 1);
        var left = (int)Math.Ceiling(minutes / step) * step;
        var at = job.Start;
        for (; left > 0; at = at.AddMinutes(1))
        {
            Assert.True(at < job.End, $"{job.Id} is cut short");
            if (In(person["hours"], at))
                left--;
        }
        Assert.Equal(job.End, at);
        if (job.Order["arrives"] is { } arrives)
            Assert.True(job.Start >= Time(arrives), $"{job.Id} begins before the vehicle comes");
        if (job.Asked["ready"] is { } ready)
            Assert.True(job.Start >= Time(ready), $"{job.Id} begins before its part comes");
        foreach (var before in Texts(job.Asked["after"]).Select(id => jobs.Find(j => j.Id == id)))
            Assert.True(before is null or { Certain: false } && job.Certain || before!.End <= job.Start, $"{job.Id} begins too early");
        if (read["bays"] is not { } bays || (job.Asked["noBay"]?.GetValue<bool>() ?? false))
            Assert.Null(job.Bay);
        else
            Assert.Empty(Texts(job.Asked["needs"]).Except(Texts(By(bays, job.Bay!)!["can"])));
        foreach (var other in jobs.Where(o => o != job && o.Start < job.End && job.Start < o.End))
        {
            Assert.NotEqual(job.Person, other.Person);
            Assert.True(job.Bay is null || job.Bay != other.Bay, $"{job.Id} and {other.Id} stand in one bay");
            Assert.NotSame(job.Order, other.Order);
        }
    }

    private static void Figures(JsonNode read, JsonNode result, List<Job> jobs, DateTime now)
    {
        var (without, moved) = (0, 0);
        var (late, sum) = (0L, 0L);
        foreach (var order in Orders(read))
        {
            var wants = order == read["promiseFor"];
            var own = order["jobs"]!.AsArray().Where(j => wants || (j!["certain"]?.GetValue<bool>() ?? true)).ToList();
            var put = own.Select(j => jobs.Find(p => p.Id == j!["id"]!.GetValue<string>())).ToList();
            if (!wants)
            {
                without += put.Count(p => p is null);
                moved += put.Count(p => p?.Asked["planned"]?["person"]?.GetValue<string>() is { } planned && planned != p.Person);
            }
            var told = By(result["orders"], order["id"]!.GetValue<string>())!;
            if (put.Count == 0 || put.Contains(null))
            {
                Assert.Null(told["finish"]);
                continue;
            }
            var finish = Checked(read, put.Max(p => p!.End), order["checkMinutes"]?.GetValue<int>() ?? 0);
            Assert.Equal(finish, Time(told["finish"]));
            if (wants)
                continue;
            var minutes = order["promise"] is { } promise ? Math.Max(0, (int)(finish - Time(promise)).TotalMinutes) : 0;
            Assert.Equal(minutes, told["lateMinutes"]!.GetValue<int>());
            late += (long)minutes * (order["weight"]?.GetValue<int>() ?? 1);
            sum += (long)(finish - now).TotalMinutes;
        }
        Assert.Equal(
            (without, late, moved, sum),
            (
                result["withoutPlace"]!.GetValue<int>(),
                result["lateWeighted"]!.GetValue<long>(),
                result["moved"]!.GetValue<int>(),
                result["finishSum"]!.GetValue<long>()
            )
        );
    }

    private static DateTime Checked(JsonNode read, DateTime end, int minutes)
    {
        if (read["open"] is not { } open)
            return end.AddMinutes(minutes);
        var last = Spans(open).Select(s => s.Until).DefaultIfEmpty(end).Max();
        var at = end;
        for (; minutes > 0; at = at.AddMinutes(1))
            if (at >= last || In(open, at))
                minutes--;
        return at;
    }
}
