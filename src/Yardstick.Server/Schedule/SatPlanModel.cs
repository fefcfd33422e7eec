using Google.OrTools.Sat;
using Google.OrTools.Util;
using Yardstick.Core.Schedule;

namespace Yardstick.Server.Schedule;

/// <summary>
/// A plan as the solver sees it: each job begins on the grid within somebody's hours and ends where those hours are over; people, bays and
/// orders hold one job at a time; bays that are alike are counted, not told apart.
/// </summary>
internal sealed class SatPlanModel
{
    /// <summary>Up to so many jobs each figure is proven within the time; with more it is only made smaller.</summary>
    private const int FewTasks = 16;

    private readonly PlanGoal goal;
    private readonly PlanModel plan;
    private readonly List<SatTask> tasks = [];
    private readonly Dictionary<PlanTask, SatTask> byTask = [];
    private readonly List<int[]> bayGroups = [];
    private readonly Dictionary<PlanOrderModel, (BoolVar Complete, IntVar Last, IntVar Finish, IntVar Late, IntVar Counted)> orders = [];
    private readonly List<(IntVar Last, int From, int Until, BoolVar Here)> pieces = [];
    private readonly List<List<int>> grids;
    private readonly int horizon;
    private readonly int unit,
        phase;

    internal SatPlanModel(PlanGoal goal)
    {
        (this.goal, plan) = (goal, goal.Model);
        horizon = Horizon();
        (unit, phase) = Grid();
        grids = [.. plan.Workers.Select(w => GridOf(w.Time))];
        GroupBays();
        foreach (var task in plan.Tasks.Where(t => t.Held is null && t.IsCertain))
            Add(task);
        Waits();
        People();
        Bays();
        foreach (var order in plan.Orders)
            Add(order);
        Limit();
        Objectives = [.. Aims()];
    }

    /// <summary>The solver's model.</summary>
    internal CpModel Model { get; } = new();

    /// <summary>What is made as small as possible, in this order, each with its share of the time that is left.</summary>
    internal IReadOnlyList<(SatObjective Objective, double Share)> Objectives { get; }

    /// <summary>It is proven within the time as a rule.</summary>
    internal bool IsSmall => tasks.Count <= FewTasks;

    /// <summary>From now on a figure is made small; what is there is where the search begins.</summary>
    internal void Aim(SatObjective objective, PlanDraft? from)
    {
        Model.ClearHints();
        if (from is not null)
            Hint(from);
        Model.Minimize(objective.Expression);
    }

    /// <summary>What was reached of a figure is kept.</summary>
    internal void Keep(SatObjective objective, PlanDraft reached) => Model.Add(objective.Expression <= objective.ValueOf(reached));

    /// <summary>The plan that was found.</summary>
    internal PlanDraft DraftOf(CpSolver solver)
    {
        var board = new PlanBoard(plan);
        var placed = tasks
            .Where(t => solver.BooleanValue(t.Placed))
            .Select(t =>
                (
                    t.Task,
                    Place: PlaceOf(solver, t),
                    Group: t.ByBays.Where(b => solver.BooleanValue(b.Value)).Select(b => (int?)b.Key).FirstOrDefault()
                )
            )
            .OrderBy(t => t.Place.Start)
            .ThenBy(t => t.Task.Index)
            .ToList();
        var freeAt = new Dictionary<int, int>();
        foreach (var (task, place, group) in placed)
        {
            int? bay = group is { } of
                ? bayGroups[of].First(b => bayGroups[of].Length == 1 || freeAt.GetValueOrDefault(b, int.MinValue) <= place.Start)
                : null;
            if (bay is { } taken)
                freeAt[taken] = place.End;
            board.Put(task, place with { Bay = bay });
        }
        return board.Draft();
    }

    private static PlacedTask PlaceOf(CpSolver solver, SatTask task) =>
        new(task.ByWorker.First(w => solver.BooleanValue(w.Value)).Key, null, (int)solver.Value(task.Start), (int)solver.Value(task.End));

    private int Horizon()
    {
        var last = plan.Workers.Select(w => w.Time.Last ?? 0).Append(0).Max();
        var held = plan.Tasks.Select(t => t.Held?.End ?? 0).Append(0).Max();
        return Math.Max(plan.Earliest, Math.Max(last, held)) + 1;
    }

    /// <summary>
    /// Beginnings are counted by the step where they all are whole steps apart, as they are unless the clock changes by less than an hour.
    /// </summary>
    private (int Unit, int Phase) Grid()
    {
        var step = plan.Case.Step;
        var first = plan.Earliest % step;
        var even = plan
            .Workers.SelectMany(w => w.Time.Stretches)
            .Where(s => s.Until > 0)
            .All(s => (plan.OnGrid(Math.Max(0, s.From)) - first) % step == 0);
        return even ? (step, first) : (1, 0);
    }

    private int SlotOf(int start) => (start - phase) / unit;

    /// <summary>Bays in which the same jobs can be done, and that nothing fixed stands in, are one group with as many places.</summary>
    private void GroupBays()
    {
        if (plan.Bays is not { } bays)
            return;
        var held = plan.Tasks.Select(t => t.Held?.Bay).OfType<int>().ToHashSet();
        var movable = plan.Tasks.Where(t => t.Held is null && t.IsCertain && t.Bays is not null).ToList();
        bayGroups.AddRange(
            Enumerable
                .Range(0, bays.Count)
                .GroupBy(b => held.Contains(b) ? $"#{b}" : string.Join(',', movable.Where(t => t.Bays!.Contains(b)).Select(t => t.Index)))
                .Select(g => g.ToArray())
        );
    }

    private void Add(PlanTask task)
    {
        var name = task.Index.ToString(System.Globalization.CultureInfo.InvariantCulture);
        var slot = Model.NewIntVar(0, (horizon - phase) / unit, $"s{name}");
        var sat = new SatTask(
            task,
            slot,
            slot * unit + phase,
            Model.NewIntVar(0, horizon, $"d{name}"),
            Model.NewIntVar(0, horizon, $"e{name}"),
            Model.NewBoolVar($"p{name}")
        );
        tasks.Add(sat);
        byTask[task] = sat;
        var from = task.Awaited.Select(t => t.Held?.End ?? 0).Append(task.Earliest).Max();
        foreach (var worker in task.Workers)
        {
            var lasting = new Dictionary<int, List<int>>();
            foreach (var (start, end) in Beginnings(worker, task.Durations[worker], from))
            {
                if (!lasting.TryGetValue(end - start, out var starts))
                    lasting[end - start] = starts = [];
                starts.Add(start);
            }
            if (lasting.Count == 0)
                continue;
            var does = Model.NewBoolVar($"x{name}.{worker}");
            sat.ByWorker[worker] = does;
            var chosen = new List<ILiteral>();
            foreach (var (lasts, starts) in lasting)
            {
                var segment = Model.NewBoolVar($"z{name}.{worker}.{lasts}");
                Model
                    .AddLinearExpressionInDomain(sat.Slot, Domain.FromValues([.. starts.Select(s => (long)SlotOf(s))]))
                    .OnlyEnforceIf(segment);
                Model.Add(sat.Lasts == lasts).OnlyEnforceIf(segment);
                Model.Add(sat.End == sat.Start + lasts).OnlyEnforceIf(segment);
                chosen.Add(segment);
                sat.Segments.Add((worker, [.. starts], lasts, segment));
            }
            Model.Add(LinearExpr.Sum(chosen) == does);
        }
        Model.Add(LinearExpr.Sum(sat.ByWorker.Values) == sat.Placed);
        if (task.Bays is not { } bays)
            return;
        foreach (var (group, index) in bayGroups.Select((g, i) => (g, i)).Where(g => bays.Contains(g.g[0])))
            sat.ByBays[index] = Model.NewBoolVar($"b{name}.{index}");
        Model.Add(LinearExpr.Sum(sat.ByBays.Values) == sat.Placed);
    }

    private IEnumerable<(int Start, int End)> Beginnings(int worker, int minutes, int from)
    {
        foreach (var at in grids[worker].SkipWhile(at => at < from))
        {
            if (plan.Workers[worker].Time.EndOf(at, minutes) is not { } end)
                yield break;
            yield return (at, end);
        }
    }

    /// <summary>Beginnings on the grid within somebody's hours, from the present on.</summary>
    private List<int> GridOf(WorkingTime time)
    {
        var grid = new List<int>();
        foreach (var (begins, ends) in time.Stretches.Where(s => s.Until > plan.Earliest))
            for (var at = plan.OnGrid(Math.Max(begins, plan.Earliest)); at < ends; at = plan.OnGrid(at + 1))
                grid.Add(at);
        return grid;
    }

    private void Waits()
    {
        foreach (var task in tasks)
        foreach (var before in task.Task.Awaited.Where(byTask.ContainsKey).Select(t => byTask[t]))
        {
            Model.AddImplication(task.Placed, before.Placed);
            Model.Add(task.Start >= before.End).OnlyEnforceIf(task.Placed);
        }
    }

    private void People()
    {
        foreach (var worker in plan.Workers)
        {
            var taken = Held(t => t.Held!.Worker == worker.Index);
            taken.AddRange(tasks.Where(t => t.ByWorker.ContainsKey(worker.Index)).SelectMany(t => Taken(t, worker.Index)));
            Model.AddNoOverlap(taken);
        }
    }

    /// <summary>
    /// When a job takes somebody: in a small plan once for each length that it may have, which proves more and takes longer.
    /// </summary>
    private IEnumerable<IntervalVar> Taken(SatTask task, int worker) =>
        IsSmall
            ? task
                .Segments.Where(s => s.Worker == worker)
                .Select(s => Model.NewOptionalFixedSizeIntervalVar(task.Start, s.Lasts, s.Chosen, $"w{task.Task.Index}.{worker}.{s.Lasts}"))
            : [Interval(task, task.ByWorker[worker], $"w{task.Task.Index}.{worker}")];

    private void Bays()
    {
        foreach (var (group, index) in bayGroups.Select((g, i) => (g, i)))
        {
            var stand = tasks.Where(t => t.ByBays.ContainsKey(index)).Select(t => Interval(t, t.ByBays[index], $"i{t.Task.Index}.{index}"));
            if (group.Length == 1)
                Model.AddNoOverlap([.. Held(t => t.Held!.Bay == group[0]), .. stand]);
            else
            {
                var places = Model.AddCumulative(group.Length);
                foreach (var one in stand)
                    places.AddDemand(one, 1);
            }
        }
    }

    /// <summary>Time that what stays holds; where that overlaps itself it is told as a conflict, and held once.</summary>
    private List<IntervalVar> Held(Func<PlanTask, bool> which)
    {
        var merged = new List<(int From, int Until)>();
        foreach (var held in plan.Tasks.Where(t => t.Held is not null && which(t)).Select(t => t.Held!).OrderBy(h => h.Start))
        {
            var from = Math.Max(0, held.Start);
            if (held.End <= from)
                continue;
            if (merged.Count > 0 && from <= merged[^1].Until)
                merged[^1] = (merged[^1].From, Math.Max(merged[^1].Until, held.End));
            else
                merged.Add((from, held.End));
        }
        return [.. merged.Select((m, i) => Model.NewFixedSizeIntervalVar(m.From, m.Until - m.From, $"h{i}"))];
    }

    private IntervalVar Interval(SatTask task, BoolVar presence, string name) =>
        Model.NewOptionalIntervalVar(task.Start, task.Lasts, task.End, presence, name);

    private void Add(PlanOrderModel order)
    {
        var own = order.CertainTasks.ToList();
        if (own.Count == 0)
            return;
        var movable = own.Where(byTask.ContainsKey).Select(t => byTask[t]).ToList();
        Model.AddNoOverlap([.. Held(t => t.Order == order), .. movable.Select(t => Interval(t, t.Placed, $"o{t.Task.Index}"))]);
        var most = plan.Checked(horizon, order.Order.CheckMinutes);
        var name = order.Index;
        var complete = Model.NewBoolVar($"c{name}");
        var last = Model.NewIntVar(0, horizon, $"l{name}");
        var finish = Model.NewIntVar(0, most, $"f{name}");
        var late = Model.NewIntVar(0, most, $"t{name}");
        var counted = Model.NewIntVar(0, most, $"n{name}");
        orders[order] = (complete, last, finish, late, counted);
        if (movable.Count > 0)
        {
            Model.AddBoolAnd(movable.Select(t => t.Placed)).OnlyEnforceIf(complete);
            Model.AddBoolOr([.. movable.Select(t => t.Placed.Not()), complete]);
        }
        else
            Model.Add(complete == 1);
        foreach (var task in movable)
            Model.Add(last >= task.End).OnlyEnforceIf(task.Placed);
        var heldEnd = own.Select(t => t.Held?.End ?? 0).Max();
        Model.Add(last >= heldEnd);
        Finish(order, last, finish);
        Model.Add(counted >= finish).OnlyEnforceIf(complete);
        if (order.Promise is { } promise)
            Model.Add(late >= finish - promise).OnlyEnforceIf(complete);
    }

    /// <summary>The finish after the last job: as much later as checking takes, or, begun outside opening hours, at a fixed time.</summary>
    private void Finish(PlanOrderModel order, IntVar last, IntVar finish)
    {
        var minutes = order.Order.CheckMinutes;
        if (minutes == 0 || plan.Open is null)
        {
            Model.Add(finish == last + minutes);
            return;
        }
        var found = new List<(int From, int Until, int Lasts, bool Fixed)>();
        for (var at = 0; at <= horizon; at++)
        {
            var ends = plan.Checked(at, minutes);
            if (found.Count > 0 && found[^1] is var piece)
            {
                if (!piece.Fixed && ends - at == piece.Lasts)
                {
                    found[^1] = piece with { Until = at };
                    continue;
                }
                // One alone may go on either way.
                if ((piece.Fixed || piece.From == piece.Until) && ends == (piece.Fixed ? piece.Lasts : piece.From + piece.Lasts))
                {
                    found[^1] = (piece.From, at, ends, true);
                    continue;
                }
            }
            found.Add((at, at, ends - at, false));
        }
        var chosen = new List<ILiteral>();
        foreach (var (from, until, lasts, stands) in found)
        {
            var here = Model.NewBoolVar($"k{order.Index}.{from}");
            Model.AddLinearConstraint(last, from, until).OnlyEnforceIf(here);
            if (stands)
                Model.Add(finish == lasts).OnlyEnforceIf(here);
            else
                Model.Add(finish == last + lasts).OnlyEnforceIf(here);
            chosen.Add(here);
            pieces.Add((last, from, until, here));
        }
        Model.AddExactlyOne(chosen);
    }

    /// <summary>What the order that wants a promise must not cost the others.</summary>
    private void Limit()
    {
        if (goal.Promised is not { } promised)
            return;
        foreach (var task in tasks.Where(t => t.Task.Order == promised))
            Model.Add(task.Placed == 1);
        foreach (var (order, (complete, _, _, late, _)) in orders.Where(o => o.Key != promised))
        {
            if (goal.HasToFinish(order))
                Model.Add(complete == 1);
            if (goal.MostLate(order) is { } most)
                Model.Add(late <= most);
        }
        Model.Add(Unplaced() <= goal.Without!.Figures.WithoutPlace);
    }

    private LinearExpr Unplaced()
    {
        var counted = tasks.Where(t => !t.Task.Order.WantsPromise).ToList();
        return counted.Count - LinearExpr.Sum(counted.Select(t => t.Placed));
    }

    private IEnumerable<(SatObjective, double)> Aims()
    {
        // By the clock a unit takes the longer the more jobs there are, and most of all for the sum of finishes.
        var few = IsSmall;
        var counted = orders.Where(o => !o.Key.WantsPromise).ToList();
        if (goal.Promised is { } promised && orders.TryGetValue(promised, out var wanted))
            yield return (new SatObjective(LinearExpr.Sum([wanted.Finish]), d => d.FinishOf(promised) ?? int.MaxValue, 0), few ? 0.5 : 0.4);
        yield return (new SatObjective(Unplaced(), d => d.Figures.WithoutPlace, Impossible()), few ? 0.3 : 0.05);
        yield return (
            new SatObjective(
                LinearExpr.WeightedSum(counted.Select(o => o.Value.Late), counted.Select(o => (long)o.Key.Order.Weight)),
                d => d.Figures.LateWeighted,
                0
            ),
            few ? 0.5 : 0.1
        );
        var planned = tasks.Where(t => t.Task.Planned is not null && !t.Task.Order.WantsPromise).ToList();
        var heldMoved = plan.Tasks.Count(t =>
            t.IsCertain && !t.Order.WantsPromise && t.Held is { } held && t.Planned is { } who && who != held.Worker
        );
        yield return (
            new SatObjective(
                LinearExpr.Sum(planned.Select(t => t.Placed))
                    - LinearExpr.Sum(
                        planned.Where(t => t.ByWorker.ContainsKey(t.Task.Planned!.Value)).Select(t => t.ByWorker[t.Task.Planned!.Value])
                    )
                    + heldMoved,
                d => d.Figures.Moved,
                heldMoved
            ),
            few ? 0.4 : 0.05
        );
        yield return (new SatObjective(LinearExpr.Sum(counted.Select(o => o.Value.Counted)), d => d.Figures.FinishSum, 0), few ? 1 : 0.025);
    }

    /// <summary>Jobs that nobody can do, and those that come after them: no plan has a place for them.</summary>
    private int Impossible()
    {
        var none = new HashSet<PlanTask>(
            tasks.Where(t => t.ByWorker.Count == 0 || t.Task.Bays is not null && t.ByBays.Count == 0).Select(t => t.Task)
        );
        while (tasks.Select(t => t.Task).Where(t => !none.Contains(t) && t.Awaited.Any(none.Contains)).ToList() is { Count: > 0 } more)
            none.UnionWith(more);
        return none.Count(t => !t.Order.WantsPromise);
    }

    private void Hint(PlanDraft from)
    {
        foreach (var task in tasks)
        {
            var place = from[task.Task];
            Model.AddHint(task.Placed, place is not null);
            foreach (var (worker, does) in task.ByWorker)
                Model.AddHint(does, place?.Worker == worker);
            foreach (var (group, stands) in task.ByBays)
                Model.AddHint(stands, place?.Bay is { } bay && bayGroups[group].Contains(bay));
            Model.AddHint(task.Slot, place is null ? 0 : SlotOf(place.Start));
            Model.AddHint(task.Lasts, place is null ? 0 : place.End - place.Start);
            Model.AddHint(task.End, place?.End ?? 0);
            foreach (var (worker, starts, _, chosen) in task.Segments)
                Model.AddHint(chosen, place is not null && worker == place.Worker && starts.Contains(place.Start));
        }
        foreach (var (order, (complete, last, finish, late, counted)) in orders)
        {
            var ends = from.FinishOf(order);
            var after = order.CertainTasks.Select(t => from[t]?.End ?? 0).Max();
            Model.AddHint(complete, ends is not null);
            Model.AddHint(last, after);
            Model.AddHint(finish, plan.Checked(after, order.Order.CheckMinutes));
            Model.AddHint(counted, ends ?? 0);
            Model.AddHint(late, from.LateOf(order) ?? 0);
            foreach (var (_, begins, until, here) in pieces.Where(p => p.Last.Index == last.Index))
                Model.AddHint(here, begins <= after && after <= until);
        }
    }
}
