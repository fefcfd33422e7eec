namespace Yardstick.Core.Schedule;

/// <summary>A plan as it is put together: who and which bay is taken when, and where a further job fits first.</summary>
public sealed class PlanBoard
{
    private readonly PlanModel model;
    private readonly PlacedTask?[] places;
    private readonly TakenTime[] byWorker,
        byBay,
        byOrder;

    /// <summary>An empty board but for what stays where it is.</summary>
    public PlanBoard(PlanModel model)
    {
        this.model = model;
        places = new PlacedTask?[model.Tasks.Count];
        byWorker = Lists(model.Workers.Count);
        byBay = Lists(model.Bays?.Count ?? 0);
        byOrder = Lists(model.Orders.Count);
        foreach (var task in model.Tasks)
            if (task.Held is { } held)
                Put(task, held);
    }

    /// <summary>Puts a job where it stands.</summary>
    public void Put(PlanTask task, PlacedTask place)
    {
        places[task.Index] = place;
        byWorker[place.Worker].Add(place);
        byOrder[task.Order.Index].Add(place);
        if (place.Bay is { } bay)
            byBay[bay].Add(place);
    }

    /// <summary>Where a job stands; null without a place.</summary>
    public PlacedTask? this[PlanTask task] => places[task.Index];

    /// <summary>The plan as it is now.</summary>
    public PlanDraft Draft() => new(model, [.. places]);

    /// <summary>
    /// Puts a job where it ends first, with whoever is planned for it where that is no later. False where it fits nowhere, or what it waits
    /// for has no place.
    /// </summary>
    /// <param name="task">The job.</param>
    /// <param name="keepPlanned">Whoever is planned for it does it, where they can at all.</param>
    /// <param name="notBefore">It begins no earlier than that, in minutes from the present.</param>
    public bool PutFirst(PlanTask task, bool keepPlanned = false, int notBefore = int.MinValue)
    {
        var from = Math.Max(task.Earliest, notBefore);
        foreach (var before in task.Awaited)
        {
            if (this[before] is not { } place)
                return false;
            from = Math.Max(from, place.End);
        }
        from = model.OnGrid(from);
        PlacedTask? best = null;
        if (keepPlanned && task.Planned is { } planned && task.Workers.Contains(planned))
            best = FirstOf(task, planned, from, int.MaxValue);
        if (best is null)
            foreach (var worker in task.Workers)
                if (FirstOf(task, worker, from, best?.End ?? int.MaxValue) is { } place && IsBetter(task, place, best))
                    best = place;
        if (best is null)
            return false;
        Put(task, best);
        return true;
    }

    private bool IsBetter(PlanTask task, PlacedTask place, PlacedTask? best)
    {
        if (best is null || place.End != best.End)
            return best is null || place.End < best.End;
        if (place.Worker == task.Planned || best.Worker == task.Planned)
            return place.Worker == task.Planned;
        // Whoever can do less is taken first: the others stay free for what only they can do.
        return model.Workers[place.Worker].Person.Skills.Count < model.Workers[best.Worker].Person.Skills.Count;
    }

    private PlacedTask? FirstOf(PlanTask task, int worker, int from, int before)
    {
        var time = model.Workers[worker].Time;
        for (var at = from; ; )
        {
            if (time.Next(at) is not { } next)
                return null;
            at = model.OnGrid(next);
            if (time.StretchAt(at) < 0)
                continue;
            if (time.EndOf(at, task.Durations[worker]) is not { } end || end > before)
                return null;
            if (byWorker[worker].Clash(at, end) is { } busy)
                at = Past(busy, at);
            else if (byOrder[task.Order.Index].Clash(at, end) is { } same)
                at = Past(same, at);
            else if (task.Bays is not { } bays)
                return new PlacedTask(worker, null, at, end);
            else if (FreeBay(bays, at, end, out var free) is { } bay)
                return new PlacedTask(worker, bay, at, end);
            else if (free is not { } later)
                return null;
            else
                at = Past(later, at);
        }
    }

    private static int Past(int end, int at) => Math.Max(end, at + 1);

    /// <summary>A bay that is free, the one that can do least; else when the first of them is.</summary>
    private int? FreeBay(IReadOnlyList<int> bays, int start, int end, out int? free)
    {
        free = null;
        int? found = null;
        foreach (var bay in bays)
        {
            if (byBay[bay].Clash(start, end) is { } taken)
                free = Math.Min(free ?? taken, taken);
            else if (found is not { } other || model.Bays![bay].Can.Count < model.Bays[other].Can.Count)
                found = bay;
        }
        return found;
    }

    private static TakenTime[] Lists(int count) => [.. Enumerable.Range(0, count).Select(_ => new TakenTime())];
}
