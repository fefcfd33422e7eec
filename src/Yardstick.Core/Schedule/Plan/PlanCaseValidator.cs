using Yardstick.Core.Pricing;

namespace Yardstick.Core.Schedule;

/// <summary>What a case that was read must not say: ids that are alike or unknown, and jobs that wait for each other in a circle.</summary>
internal static class PlanCaseValidator
{
    /// <summary>Checks a case.</summary>
    /// <exception cref="CaseException">With the path of the first bad value.</exception>
    internal static void Check(PlanCase read)
    {
        Alike(read.People.Select((p, i) => (p.Id, $"people[{i}].id")));
        Alike((read.Bays ?? []).Select((b, i) => (b.Id, $"bays[{i}].id")));
        Alike(read.Orders.Select((o, i) => (o.Id, $"orders[{i}].id")));
        var jobs = JobsOf(read).ToList();
        Alike(jobs.Select(j => (j.Job.Id, $"{j.Path}.id")));
        // What is replaced is looked at too: it has to be right, though it is not planned.
        foreach (var (job, path) in jobs.Concat(Replaced(read)))
            Known(read, job, path, jobs);
        Circles(jobs);
    }

    /// <summary>Jobs of the case as it is planned, with their paths.</summary>
    private static IEnumerable<(PlanJob Job, string Path)> JobsOf(PlanCase read) =>
        read
            .Orders.SelectMany((o, i) => o.Id == read.PromiseFor?.Id ? [] : Of(o, $"orders[{i}]"))
            .Concat(read.PromiseFor is { } promised ? Of(promised, "promiseFor") : []);

    private static IEnumerable<(PlanJob Job, string Path)> Replaced(PlanCase read) =>
        read.Orders.SelectMany((o, i) => o.Id == read.PromiseFor?.Id ? Of(o, $"orders[{i}]") : []);

    private static IEnumerable<(PlanJob Job, string Path)> Of(PlanOrder order, string path) =>
        order.Jobs.Select((j, k) => (j, $"{path}.jobs[{k}]"));

    private static void Alike(IEnumerable<(string Id, string Path)> ids)
    {
        var seen = new HashSet<string>(StringComparer.Ordinal);
        foreach (var (id, path) in ids)
            if (!seen.Add(id))
                throw new CaseException(path, $"There are two of the id \"{id}\".");
    }

    private static void Known(PlanCase read, PlanJob job, string path, List<(PlanJob Job, string Path)> jobs)
    {
        var all = jobs.Select(j => j.Job.Id).Concat(Replaced(read).Select(j => j.Job.Id)).ToHashSet(StringComparer.Ordinal);
        for (var i = 0; i < job.After.Count; i++)
            if (!all.Contains(job.After[i]))
                throw new CaseException($"{path}.after[{i}]", $"There is no job \"{job.After[i]}\".");
        if (job.PlannedPerson is { Length: > 0 } planned && read.People.All(p => p.Id != planned))
            throw new CaseException($"{path}.planned.person", $"There is nobody with the id \"{planned}\".");
        if (job.Fixed is not { } held)
            return;
        if (read.People.All(p => p.Id != held.Person))
            throw new CaseException($"{path}.fixed.person", $"There is nobody with the id \"{held.Person}\".");
        if (held.Bay is { } bay && (read.Bays ?? []).All(b => b.Id != bay))
            throw new CaseException($"{path}.fixed.bay", $"There is no bay \"{bay}\".");
    }

    private static void Circles(List<(PlanJob Job, string Path)> jobs)
    {
        var byId = jobs.ToDictionary(j => j.Job.Id, StringComparer.Ordinal);
        var done = new HashSet<string>(StringComparer.Ordinal);
        foreach (var (job, _) in jobs)
        {
            // Without recursion: a chain may be as long as the case.
            var open = new Stack<(string Id, int Next)>();
            var on = new HashSet<string>(StringComparer.Ordinal);
            open.Push((job.Id, 0));
            on.Add(job.Id);
            while (open.Count > 0)
            {
                var (id, next) = open.Pop();
                var after = byId.TryGetValue(id, out var found) ? found.Job.After : [];
                if (next >= after.Count || done.Contains(id))
                {
                    on.Remove(id);
                    done.Add(id);
                    continue;
                }
                open.Push((id, next + 1));
                if (!on.Add(after[next]))
                    throw new CaseException($"{byId[id].Path}.after", "Jobs wait for each other in a circle.");
                open.Push((after[next], 0));
            }
        }
    }
}
