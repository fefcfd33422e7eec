namespace Yardstick.Core.Schedule;

/// <summary>Plans the work of a case: certain work first, then what wants a promise, then uncertain work beside it.</summary>
/// <param name="solver">Searches the best plan; null leaves it to what is put together.</param>
public sealed class WorkPlanner(IPlanSolver? solver = null)
{
    /// <summary>How much longer than its units the solver may take by the clock.</summary>
    private const int ClockFactor = 3;

    /// <summary>Plans.</summary>
    /// <param name="from">The case.</param>
    public WorkPlan Plan(PlanCase from)
    {
        var asked = from.PromiseFor is not null;
        // Where two plans are made, each has half of the time.
        var units = (double)from.Seconds / (asked ? 2 : 1);
        var (certain, proven) = Best(new PlanGoal(PlanModel.Of(from, withPromise: false), null), null, units);
        PlanGoal? goal = null;
        if (asked)
        {
            goal = new PlanGoal(PlanModel.Of(from, withPromise: true), certain);
            var (with, provenToo) = Best(goal, Inserted(goal, certain), units);
            (certain, proven) = (with, proven && provenToo);
        }
        return WorkPlan.Of(WithUncertain(certain), goal, proven);
    }

    private (PlanDraft Draft, bool Proven) Best(PlanGoal goal, PlanDraft? start, double units)
    {
        var built = ConstructivePlanner.Plan(goal.Model, goal.IsBetter);
        var best = start is null || goal.IsBetter(built, start) ? built : start;
        var kept = goal.IsKept(best) ? best : null;
        if (solver?.Solve(goal, kept, units, TimeSpan.FromSeconds(units * ClockFactor)) is not { } solved)
            return (best, false);
        return goal.IsBetter(best, solved.Draft) ? (best, false) : (solved.Draft, solved.Proven);
    }

    /// <summary>The plan without the order that wants a promise, with that order's jobs where there is room.</summary>
    private static PlanDraft Inserted(PlanGoal goal, PlanDraft without)
    {
        var board = new PlanBoard(goal.Model);
        var byId = without.Model.Tasks.ToDictionary(t => t.Job.Id, StringComparer.Ordinal);
        foreach (var task in goal.Model.Tasks.Where(t => t.Held is null && !t.Order.WantsPromise && t.IsCertain))
            if (without[byId[task.Job.Id]] is { } place)
                board.Put(task, place);
        PutInOrder(board, goal.Model.Tasks.Where(t => t.Order.WantsPromise && t.Held is null));
        return board.Draft();
    }

    private static PlanDraft WithUncertain(PlanDraft certain)
    {
        var board = new PlanBoard(certain.Model);
        foreach (var task in certain.Model.Tasks.Where(t => t.Held is null))
            if (certain[task] is { } place)
                board.Put(task, place);
        PutInOrder(board, certain.Model.Tasks.Where(t => t.Held is null && !t.IsCertain));
        return board.Draft();
    }

    private static void PutInOrder(PlanBoard board, IEnumerable<PlanTask> tasks)
    {
        var open = tasks.ToList();
        while (open.Count > 0)
        {
            var task = open.Find(t => !t.Awaited.Any(open.Contains))!;
            open.Remove(task);
            board.PutFirst(task);
        }
    }
}
