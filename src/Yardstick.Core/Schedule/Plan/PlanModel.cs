namespace Yardstick.Core.Schedule;

/// <summary>
/// A case as planners compute with it: everything by index, times in whole minutes from the present. What both planners and the figures
/// have to agree about stands here once.
/// </summary>
public sealed class PlanModel
{
    private readonly PlanTimes times;

    // As long as the clock is not changed, the grid is counted without asking the zone.
    private readonly int evenFrom,
        evenUntil,
        minuteOfNow;

    private PlanModel(PlanCase from)
    {
        Case = from;
        times = new PlanTimes(from.Zone);
        var interval = from.Zone.GetZoneInterval(from.Now);
        evenFrom = interval.HasStart ? (int)Math.Max(int.MinValue / 2, (interval.Start - from.Now).TotalMinutes) : int.MinValue;
        evenUntil = interval.HasEnd ? (int)Math.Min(int.MaxValue / 2, (interval.End - from.Now).TotalMinutes) : int.MaxValue;
        minuteOfNow = (int)(from.Now.InZone(from.Zone).TimeOfDay.TickOfDay / NodaConstants.TicksPerMinute);
        Earliest = Minute(times.RoundUp(from.Now, from.Step));
    }

    /// <summary>The case.</summary>
    public PlanCase Case { get; }

    /// <summary>The first beginning on the grid.</summary>
    public int Earliest { get; }

    /// <summary>Who works.</summary>
    public IReadOnlyList<PlanWorker> Workers { get; private set; } = [];

    /// <summary>Bays; null where no job needs one.</summary>
    public IReadOnlyList<PlanBay>? Bays => Case.Bays;

    /// <summary>Orders, the one that wants a promise among them where it is asked for.</summary>
    public IReadOnlyList<PlanOrderModel> Orders { get; private set; } = [];

    /// <summary>All jobs, in the order of the case.</summary>
    public IReadOnlyList<PlanTask> Tasks { get; private set; } = [];

    /// <summary>Opening hours; null for always.</summary>
    public WorkingTime? Open { get; private set; }

    /// <summary>Makes a model.</summary>
    /// <param name="from">The case.</param>
    /// <param name="withPromise">The order that wants a promise is in it; else it is not, nor is the one of its id.</param>
    public static PlanModel Of(PlanCase from, bool withPromise)
    {
        var model = new PlanModel(from);
        model.Open = from.Open is { } open ? new WorkingTime(open.Select(model.Minutes)) : null;
        model.Workers = [.. from.People.Select((p, i) => new PlanWorker(i, p, new WorkingTime(p.Hours.Select(model.Minutes))))];
        model.AddOrders(withPromise);
        return model;
    }

    /// <summary>Minutes of a time from the present.</summary>
    public int Minute(Instant at) => (int)Math.Ceiling((at - Case.Now).TotalMinutes);

    /// <summary>The time of minutes from the present.</summary>
    public Instant At(int minute) => Case.Now + Duration.FromMinutes(minute);

    /// <summary>A time as it is written.</summary>
    public string Write(int minute) => times.Write(At(minute));

    /// <summary>The first beginning on the grid at or after a time.</summary>
    public int OnGrid(int minute)
    {
        if (minute <= evenFrom || minute >= evenUntil - 60 || Case.Now.ToUnixTimeTicks() % NodaConstants.TicksPerMinute != 0)
            return Minute(times.RoundUp(At(minute), Case.Step));
        var over = (minuteOfNow + minute) % Case.Step;
        return over == 0 ? minute
            : over > 0 ? minute + Case.Step - over
            : minute - over;
    }

    /// <summary>
    /// When checking is over that begins at a time: it passes in opening hours, and without pause after the last of them.
    /// </summary>
    /// <param name="end">End of the last job.</param>
    /// <param name="minutes">Minutes of checking.</param>
    public int Checked(int end, int minutes) => minutes == 0 || Open is not { } open ? end + minutes : open.Pass(end, minutes);

    private (int, int) Minutes(PlanSpan span) => (Minute(span.From), Minute(span.Until));

    private void AddOrders(bool withPromise)
    {
        var promised = Case.PromiseFor;
        var kept = Case.Orders.Where(o => o.Id != promised?.Id).ToList();
        if (withPromise && promised is not null)
            kept.Add(promised);
        var tasks = new List<PlanTask>();
        var orders = new List<PlanOrderModel>();
        foreach (var order in kept)
        {
            var wants = ReferenceEquals(order, promised);
            var model = new PlanOrderModel(orders.Count, order, wants, order.Promise is { } promise && !wants ? Minute(promise) : null);
            orders.Add(model);
            foreach (var job in order.Jobs)
                tasks.Add(TaskOf(job, model, tasks.Count));
        }
        var byId = tasks.ToDictionary(t => t.Job.Id, StringComparer.Ordinal);
        foreach (var task in tasks)
        {
            // What is not in this model is not waited for.
            task.After = [.. task.Job.After.Where(byId.ContainsKey).Select(id => byId[id]).Distinct()];
            task.Order.Add(task);
        }
        (Orders, Tasks) = (orders, tasks);
    }

    private PlanTask TaskOf(PlanJob job, PlanOrderModel order, int index)
    {
        var earliest = Earliest;
        if (order.Order.Arrives is { } arrives)
            earliest = Math.Max(earliest, OnGrid(Minute(arrives)));
        if (job.Ready is { } ready)
            earliest = Math.Max(earliest, OnGrid(Minute(ready)));
        var durations = Workers.Select(w => DurationOf(job, w.Person)).ToArray();
        var task = new PlanTask(index, job, order, earliest, durations)
        {
            Workers = [.. Workers.Where(w => w.Can(job.Skill)).Select(w => w.Index)],
            Bays = job.NoBay || Bays is not { } bays ? null : [.. Enumerable.Range(0, bays.Count).Where(b => Fits(job, bays[b]))],
            Planned = job.PlannedPerson is { Length: > 0 } planned ? Workers.First(w => w.Person.Id == planned).Index : null,
        };
        if (job.Fixed is { } held)
            task.Held = HeldBy(task, held);
        return task;
    }

    /// <summary>Minutes at a pace, computed exactly, then rounded up to a multiple of the step.</summary>
    private int DurationOf(PlanJob job, PlanPerson person) => (int)Math.Ceiling(job.Minutes * person.Pace / Case.Step) * Case.Step;

    internal static bool Fits(PlanJob job, PlanBay bay) => job.Needs.All(n => bay.Can.Contains(n, StringComparer.Ordinal));

    private PlacedTask HeldBy(PlanTask task, PlanFixed held)
    {
        var worker = Workers.First(w => w.Person.Id == held.Person);
        var start = Minute(held.Start);
        var from = start < 0 ? Earliest : start;
        int? bay = held.Bay is { } id ? Enumerable.Range(0, Bays!.Count).First(b => Bays[b].Id == id) : null;
        return new PlacedTask(worker.Index, bay, start, worker.Time.Pass(from, task.Durations[worker.Index]));
    }
}
