using System.Text.Json.Nodes;

namespace Yardstick.Server.Tests.Schedule;

/// <summary>Cases made up by a seed, and the best plan of a small one by trying everything.</summary>
internal static class PlanCases
{
    private static readonly DateTime Monday = new(2026, 11, 23);

    private static string At(DateTime at) => at.ToString("yyyy-MM-ddTHH:mm", System.Globalization.CultureInfo.InvariantCulture);

    private static JsonArray Span(double from, double until) => [At(Monday.AddHours(from)), At(Monday.AddHours(until))];

    /// <summary>Sets a value by its path.</summary>
    internal static void Put(JsonNode root, string path, JsonNode? value)
    {
        var at = root;
        var keys = path.Replace("[", ".", StringComparison.Ordinal).Replace("]", "", StringComparison.Ordinal).Split('.');
        foreach (var key in keys[..^1])
            at = int.TryParse(key, out var i) ? at[i]! : at[key]!;
        at[keys[^1]] = value;
    }

    /// <summary>A case with all that may occur: gaps, skills, bays, parts, fixed and uncertain work, and at times a promise.</summary>
    internal static JsonNode Any(int seed, bool promise = false, bool few = false)
    {
        var r = new Random(seed);
        string[] skills = ["engine", "brakes", "electric"];
        var people = new JsonArray();
        for (var p = 0; p < r.Next(1, 4); p++)
            people.Add(
                new JsonObject
                {
                    ["id"] = $"p{p}",
                    ["pace"] = new[] { 1m, 1.2m, 0.9m }[r.Next(3)],
                    ["skills"] = new JsonArray([.. skills.Where(_ => r.Next(3) > 0).Select(s => (JsonNode)s)]),
                    ["hours"] = new JsonArray(Span(7.5, 12), Span(12.5, 16 + p * 0.25), Span(31.5, 36)),
                }
            );
        var bays = new JsonArray(
            Enumerable
                .Range(1, r.Next(1, 4))
                .Select(b => (JsonNode)new JsonObject { ["id"] = $"{b}", ["can"] = b == 1 ? new JsonArray("lift") : [] })
                .ToArray()
        );
        var orders = new JsonArray();
        var number = 0;
        for (var o = 0; o < r.Next(2, few ? 4 : 7); o++)
            orders.Add(Order(r, $"o{o}", people.Count, bays.Count, skills, ref number));
        var made = new JsonObject
        {
            ["now"] = At(Monday.AddHours(8).AddMinutes(r.Next(60))),
            ["seconds"] = 1,
            ["open"] = new JsonArray(Span(7.5, 18), Span(31.5, 42)),
            ["people"] = people,
            ["orders"] = orders,
        };
        if (r.Next(6) > 0)
            made["bays"] = bays;
        else
            foreach (var job in orders.SelectMany(o => o!["jobs"]!.AsArray()))
                job!["fixed"]?.AsObject().Remove("bay");
        if (promise || r.Next(3) == 0)
        {
            var wants = Order(r, r.Next(3) == 0 ? "o0" : "new", people.Count, bays.Count, skills, ref number);
            foreach (var job in wants["jobs"]!.AsArray())
                job!.AsObject().Remove("fixed");
            made["promiseFor"] = wants;
        }
        return JsonNode.Parse(made.ToJsonString())!;
    }

    private static JsonObject Order(Random r, string id, int people, int bays, string[] skills, ref int number)
    {
        var jobs = new JsonArray();
        for (var j = 0; j < r.Next(1, 4); j++)
        {
            var job = new JsonObject { ["id"] = $"j{number++}", ["minutes"] = r.Next(1, 14) * 10 };
            if (r.Next(2) == 0)
                job["skill"] = skills[r.Next(3)];
            if (r.Next(3) == 0)
                job["needs"] = new JsonArray("lift");
            if (r.Next(6) == 0)
                job["noBay"] = true;
            if (r.Next(5) == 0)
                job["ready"] = At(Monday.AddHours(r.Next(8, 15)).AddMinutes(r.Next(60)));
            if (jobs.Count > 0 && r.Next(3) == 0)
                job["after"] = new JsonArray(jobs[^1]!["id"]!.GetValue<string>());
            if (r.Next(4) == 0)
                job["certain"] = false;
            if (r.Next(2) == 0)
                job["planned"] = new JsonObject { ["person"] = $"p{r.Next(people)}" };
            if (r.Next(9) == 0)
                job["fixed"] = new JsonObject
                {
                    ["person"] = $"p{r.Next(people)}",
                    ["bay"] = $"{r.Next(1, bays + 1)}",
                    ["start"] = At(Monday.AddHours(r.Next(7, 16)).AddMinutes(r.Next(60))),
                };
            jobs.Add(job);
        }
        var order = new JsonObject
        {
            ["id"] = id,
            ["jobs"] = jobs,
            ["weight"] = new[] { 1, 1, 2, 3 }[r.Next(4)],
            ["checkMinutes"] = new[] { 0, 10, 45 }[r.Next(3)],
        };
        if (r.Next(4) > 0)
            order["promise"] = At(Monday.AddHours(r.Next(9, 20)));
        if (r.Next(4) == 0)
            order["arrives"] = At(Monday.AddHours(r.Next(8, 14)).AddMinutes(r.Next(60)));
        return order;
    }

    /// <summary>A case of three jobs on half hours, in which every plan can be tried.</summary>
    internal static JsonNode Small(int seed)
    {
        var r = new Random(seed);
        var jobs = Enumerable
            .Range(0, 3)
            .Select(i =>
            {
                var job = new JsonObject { ["id"] = $"j{i}", ["minutes"] = r.Next(1, 5) * 30 };
                if (r.Next(3) == 0)
                    job["skill"] = r.Next(8) == 0 ? "nobody's" : "engine";
                if (r.Next(3) == 0)
                    job["needs"] = new JsonArray("lift");
                if (i > 0 && r.Next(3) == 0)
                    job["after"] = new JsonArray($"j{i - 1}");
                if (r.Next(2) == 0)
                    job["planned"] = new JsonObject { ["person"] = $"p{r.Next(2)}" };
                return job;
            })
            .ToList();
        var orders = new JsonArray();
        foreach (var group in jobs.GroupBy(_ => r.Next(2)))
            orders.Add(
                new JsonObject
                {
                    ["id"] = $"o{group.Key}",
                    ["jobs"] = new JsonArray([.. group.Select(j => (JsonNode)j)]),
                    ["promise"] = At(Monday.AddHours(r.Next(9, 13))),
                    ["weight"] = r.Next(1, 4),
                    ["checkMinutes"] = r.Next(2) * 30,
                }
            );
        var made = new JsonObject
        {
            ["now"] = At(Monday.AddHours(8)),
            ["step"] = 30,
            ["open"] = new JsonArray(Span(8, 13)),
            ["people"] = new JsonArray(
                new JsonObject
                {
                    ["id"] = "p0",
                    ["skills"] = new JsonArray("engine"),
                    ["hours"] = new JsonArray(Span(8, 10), Span(10.5, 13)),
                },
                new JsonObject { ["id"] = "p1", ["hours"] = new JsonArray(Span(8.5, 12)) }
            ),
            ["bays"] = new JsonArray(new JsonObject { ["id"] = "1", ["can"] = new JsonArray("lift") }, new JsonObject { ["id"] = "2" }),
            ["orders"] = orders,
        };
        return JsonNode.Parse(made.ToJsonString())!;
    }

    private sealed record Place(string Person, string Bay, DateTime Start, DateTime End);

    /// <summary>The best figures of a small case, by trying every plan.</summary>
    internal static (int, long, int, long) BestOf(JsonNode read)
    {
        var jobs = read["orders"]!.AsArray().SelectMany(o => o!["jobs"]!.AsArray().Select(j => (Order: o!, Job: j!))).ToList();
        var choices = jobs.ConvertAll(j => Choices(read, j.Job));
        var places = new Place?[jobs.Count];
        (int, long, int, long)? best = null;
        void Try(int i)
        {
            if (i == jobs.Count)
            {
                if (FiguresOf(read, jobs, places) is { } figures && (best is not { } now || figures.CompareTo(now) < 0))
                    best = figures;
                return;
            }
            foreach (var choice in choices[i].Append(null))
            {
                var clash = Enumerable
                    .Range(0, i)
                    .Any(k =>
                        choice is not null
                        && places[k] is { } other
                        && choice.Start < other.End
                        && other.Start < choice.End
                        && (choice.Person == other.Person || choice.Bay == other.Bay || jobs[k].Order == jobs[i].Order)
                    );
                if (clash)
                    continue;
                places[i] = choice;
                Try(i + 1);
            }
        }
        Try(0);
        return best!.Value;
    }

    private static List<Place?> Choices(JsonNode read, JsonNode job)
    {
        var found = new List<Place?>();
        foreach (var person in read["people"]!.AsArray())
        {
            var skills = (person!["skills"]?.AsArray() ?? []).Select(s => s!.GetValue<string>());
            if (job["skill"]?.GetValue<string>() is { } skill && !skills.Contains(skill))
                continue;
            bool In(DateTime at) => person["hours"]!.AsArray().Any(s => PlanChecker.Time(s![0]) <= at && at < PlanChecker.Time(s[1]));
            for (var start = Monday.AddHours(8); start < Monday.AddHours(13); start = start.AddMinutes(30))
            {
                if (!In(start))
                    continue;
                var (left, at) = (job["minutes"]!.GetValue<int>(), start);
                for (; left > 0 && at < Monday.AddHours(14); at = at.AddMinutes(30))
                    left -= In(at) ? 30 : 0;
                if (left > 0)
                    continue;
                foreach (var bay in read["bays"]!.AsArray())
                    if (job["needs"] is null || bay!["can"] is not null)
                        found.Add(new Place(person["id"]!.GetValue<string>(), bay!["id"]!.GetValue<string>(), start, at));
            }
        }
        return found;
    }

    private static (int, long, int, long)? FiguresOf(JsonNode read, List<(JsonNode Order, JsonNode Job)> jobs, Place?[] places)
    {
        var byId = jobs.Select((j, i) => (Id: j.Job["id"]!.GetValue<string>(), Place: places[i])).ToDictionary(x => x.Id, x => x.Place);
        var now = PlanChecker.Time(read["now"]);
        foreach (var (_, job) in jobs)
        foreach (var before in job["after"]?.AsArray() ?? [])
            if (
                byId[job["id"]!.GetValue<string>()] is { } own
                && (byId[before!.GetValue<string>()] is not { } first || first.End > own.Start)
            )
                return null;
        var moved = jobs.Count(j =>
            byId[j.Job["id"]!.GetValue<string>()] is { } p && j.Job["planned"]?["person"]?.GetValue<string>() is { } w && w != p.Person
        );
        var (late, sum) = (0L, 0L);
        foreach (var order in jobs.GroupBy(j => j.Order))
        {
            var own = order.Select(j => byId[j.Job["id"]!.GetValue<string>()]).ToList();
            if (own.Contains(null))
                continue;
            var finish = own.Max(p => p!.End);
            // Open until one, and without pause after it: with half hours the check simply follows.
            finish = finish.AddMinutes(order.Key!["checkMinutes"]!.GetValue<int>());
            late +=
                (long)Math.Max(0, (finish - PlanChecker.Time(order.Key["promise"])).TotalMinutes) * order.Key["weight"]!.GetValue<int>();
            sum += (long)(finish - now).TotalMinutes;
        }
        return (places.Count(p => p is null), late, moved, sum);
    }
}
