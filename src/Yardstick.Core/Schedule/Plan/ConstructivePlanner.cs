namespace Yardstick.Core.Schedule;

/// <summary>
/// Plans by putting one job after the other where it ends first, in several orders of the orders, and keeps the best; then tries to move
/// single orders forward and back. Answers in milliseconds, always the same, and is what serves where the solver has not answered.
/// </summary>
public static class ConstructivePlanner
{
    /// <summary>Placements that may be tried in all, so that the same case takes the same time however fast the machine is.</summary>
    private const int Effort = 5_000;

    /// <summary>Plans the certain work of a model.</summary>
    /// <param name="model">The model.</param>
    /// <param name="isBetter">Whether one plan is better than another; null for what the rules say.</param>
    public static PlanDraft Plan(PlanModel model, Func<PlanDraft, PlanDraft, bool>? isBetter = null)
    {
        var better = isBetter ?? ((one, other) => one.Figures < other.Figures);
        var tries = Effort / Math.Max(1, model.Tasks.Count(t => t.IsCertain && t.Held is null));
        var (best, sequence, keep) = Starts(model, better, Math.Max(1, tries / 2));
        tries = Math.Min(tries, 40 * model.Orders.Count);
        var improved = true;
        while (improved && tries > 0)
        {
            improved = false;
            // What is late by most is moved first: it has most to gain.
            foreach (var order in sequence.OrderByDescending(o => (long)o.Order.Weight * (best.LateOf(o) ?? 0)).ThenBy(o => o.Index))
                for (var to = 0; to < sequence.Count && tries > 0; to++)
                {
                    if (sequence[to] == order)
                        continue;
                    tries--;
                    var moved = new List<PlanOrderModel>(sequence);
                    moved.Remove(order);
                    moved.Insert(to, order);
                    var tried = Build(model, moved, keep);
                    if (!better(tried, best))
                        continue;
                    (best, sequence, improved) = (tried, moved, true);
                }
        }
        return best;
    }

    private static (PlanDraft, List<PlanOrderModel>, bool) Starts(PlanModel model, Func<PlanDraft, PlanDraft, bool> better, int most)
    {
        (PlanDraft Draft, List<PlanOrderModel> Sequence, bool Keep)? best = null;
        foreach (var (key, keep) in Keys.SelectMany(k => (bool[])[true, false], (k, keep) => (k, keep)).Take(most))
        {
            var sequence = model.Orders.OrderBy(key).ThenBy(o => o.Index).ToList();
            var draft = Build(model, sequence, keep);
            if (best is not { } found || better(draft, found.Draft))
                best = (draft, sequence, keep);
        }
        return best!.Value;
    }

    private static readonly Func<PlanOrderModel, double>[] Keys =
    [
        o => o.WantsPromise ? double.MinValue : o.Promise ?? double.MaxValue,
        o => o.WantsPromise ? double.MaxValue : o.Promise ?? double.MaxValue,
        o => ((o.Promise ?? 1e9) - Work(o)) / Math.Max(1, o.Order.Weight),
        o => Work(o),
        o => -o.Order.Weight * 1e9 + (o.Promise ?? 1e8),
    ];

    private static double Work(PlanOrderModel order) => (double)order.CertainTasks.Sum(t => t.Job.Minutes) + order.Order.CheckMinutes;

    private static PlanDraft Build(PlanModel model, List<PlanOrderModel> sequence, bool keepPlanned)
    {
        var board = new PlanBoard(model);
        var open = sequence.SelectMany(o => o.CertainTasks).Where(t => t.Held is null).ToList();
        var done = model.Tasks.Select(t => t.Held is not null).ToArray();
        while (open.Count > 0)
        {
            // What waits for others comes after them; there is no circle.
            var next = open.FindIndex(t => t.Awaited.All(b => done[b.Index]));
            var task = open[next];
            open.RemoveAt(next);
            done[task.Index] = true;
            board.PutFirst(task, keepPlanned);
        }
        return board.Draft();
    }
}
