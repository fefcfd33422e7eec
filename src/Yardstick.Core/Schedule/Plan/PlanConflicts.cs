namespace Yardstick.Core.Schedule;

/// <summary>Rules that are broken by jobs which stay where they are.</summary>
internal static class PlanConflicts
{
    internal static IReadOnlyList<(string Id, string Rule)> Of(PlanDraft draft)
    {
        var held = draft.Model.Tasks.Where(t => t.Held is not null).ToList();
        var found = new List<(string, string)>();
        foreach (var task in held)
            found.AddRange(Of(draft, task, held).Select(rule => (task.Job.Id, rule)));
        return found;
    }

    private static IEnumerable<string> Of(PlanDraft draft, PlanTask task, List<PlanTask> held)
    {
        var (model, place) = (draft.Model, task.Held!);
        var worker = model.Workers[place.Worker];
        var from = place.Start < 0 ? model.Earliest : place.Start;
        var begins = worker.Time.StretchAt(place.Start) >= 0;
        // Of what began before the present, what is left has to be held by the hours.
        var fits = worker.Time.Next(from) is { } next && worker.Time.EndOf(next, task.Durations[place.Worker]) is not null;
        if (!begins || !fits)
            yield return "hours";
        if (!worker.Can(task.Job.Skill))
            yield return "skill";
        var others = held.Where(o => o != task).ToList();
        if (IsWrongBay(task, place, model) || others.Any(o => o.Held!.Bay is { } bay && bay == place.Bay && o.Held.Overlaps(place)))
            yield return "bay";
        if (others.Any(o => o.Held!.Worker == place.Worker && o.Held.Overlaps(place)))
            yield return "person";
        if (others.Any(o => o.Order == task.Order && o.Held!.Overlaps(place)))
            yield return "order";
        if (task.Order.Order.Arrives is { } arrives && place.Start < model.Minute(arrives))
            yield return "arrives";
        if (task.Job.Ready is { } ready && place.Start < model.Minute(ready))
            yield return "ready";
        if (task.Awaited.Any(before => draft[before] is not { } earlier || earlier.End > place.Start))
            yield return "after";
    }

    /// <summary>A job without a bay that needs one, or with one that can't do what it needs.</summary>
    private static bool IsWrongBay(PlanTask task, PlacedTask place, PlanModel model) =>
        !task.Job.NoBay && model.Bays is { } bays && (place.Bay is not { } bay || !PlanModel.Fits(task.Job, bays[bay]));
}
