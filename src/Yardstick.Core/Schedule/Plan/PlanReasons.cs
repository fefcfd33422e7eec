namespace Yardstick.Core.Schedule;

/// <summary>Why a job has no place, and what decides a promise, in words.</summary>
internal static class PlanReasons
{
    internal static IReadOnlyList<(string Id, string Why)> Unplanned(PlanDraft draft) =>
        [.. draft.Model.Tasks.Where(t => draft[t] is null).Select(t => (t.Job.Id, WhyNot(draft, t)))];

    private static string WhyNot(PlanDraft draft, PlanTask task)
    {
        var model = draft.Model;
        if (task.Awaited.FirstOrDefault(t => draft[t] is null) is { } before)
            return $"it comes after {before.Job.Id}, which has no place";
        if (task.Workers.Count == 0)
            return task.Job.Skill is { } skill ? $"nobody has the skill {skill}" : "nobody is there";
        if (task.Bays is { Count: 0 })
            return task.Job.Needs.Count > 0 ? $"no bay has {string.Join(" and ", task.Job.Needs)}" : "there is no bay";
        var last = task.Workers.Select(w => model.Workers[w].Time.Last).Max();
        var who = task.Job.Skill is { } asked ? $"nobody with the skill {asked}" : "nobody";
        return last is { } until ? $"{who} has time for it before {model.Write(until)}" : $"{who} works in the hours given";
    }

    /// <summary>What its last job waited for: each thing that ended just as it began.</summary>
    internal static IReadOnlyList<string> Of(PlanDraft draft, PlanOrderModel promised)
    {
        var why = new List<string>();
        var model = draft.Model;
        foreach (var task in promised.CertainTasks)
            if (draft[task] is { } place && task.Held is null)
                why.AddRange(WaitedFor(draft, task, place));
        if (promised.Order.CheckMinutes > 0 && draft.FinishOf(promised) is not null)
            why.Add($"{promised.Order.CheckMinutes} minutes of checking");
        return [.. why.Distinct()];
    }

    private static IEnumerable<string> WaitedFor(PlanDraft draft, PlanTask task, PlacedTask place)
    {
        var model = draft.Model;
        var at = model.Write(place.Start);
        var worker = model.Workers[place.Worker];
        if (place.Start == model.Earliest && place.Start == task.Earliest)
            yield break;
        if (task.Job.Ready is { } ready && model.OnGrid(model.Minute(ready)) == place.Start)
            yield return $"part by {model.Write(model.Minute(ready))}";
        if (task.Order.Order.Arrives is { } arrives && model.OnGrid(model.Minute(arrives)) == place.Start)
            yield return $"the vehicle comes at {model.Write(model.Minute(arrives))}";
        foreach (var other in model.Tasks.Where(t => t != task && draft[t]?.End is { } end && model.OnGrid(end) == place.Start))
        {
            var taken = draft[other]!;
            if (taken.Bay is { } bay && bay == place.Bay)
                yield return $"bay {model.Bays![bay].Id} until {model.Write(taken.End)}";
            if (taken.Worker == place.Worker)
                yield return $"{worker.Person.Id} is free at {at}";
        }
        if (worker.Time.Stretches.Any(s => s.From == place.Start))
            yield return $"{worker.Person.Id} begins at {at}";
    }
}
