namespace Yardstick.Core.Schedule;

/// <summary>A better plan of the work, laid over the one that is there: it moves nothing by itself.</summary>
/// <param name="Moves">What it would move, in the order of the day.</param>
/// <param name="Orders">Orders that are ready at another time, or late.</param>
/// <param name="LateBefore">Minutes late in all as things are.</param>
/// <param name="LateAfter">Minutes late in all then.</param>
/// <param name="WithoutPlace">Certain jobs that have no place even then.</param>
/// <param name="IsProven">None is better.</param>
public sealed record PlanProposal(
    IReadOnlyList<ProposedMove> Moves,
    IReadOnlyList<OrderOutlook> Orders,
    int LateBefore,
    int LateAfter,
    int WithoutPlace,
    bool IsProven
)
{
    /// <summary>A plan that was looked at for longer may rest on what is over.</summary>
    private static readonly Duration Lasts = Duration.FromMinutes(5);

    /// <summary>Why a plan is not taken any more; null while it may be.</summary>
    /// <param name="made">When it was made, UTC.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public static Problem? Stale(Instant made, Instant utcNow) =>
        utcNow - made > Lasts
            ? new Problem(
                "plan.stale",
                $"This plan is {(int)(utcNow - made).TotalMinutes} minutes old and may rest on what is over. Plan again."
            )
            : null;

    /// <summary>Nothing would be gained by it.</summary>
    public bool IsNothing => Moves.Count == 0;

    /// <summary>The best plan that is found (rules, The plan of the work), held against what is scheduled.</summary>
    /// <param name="plan">What the shop has to do.</param>
    /// <param name="solver">Searches; null leaves it to what is put together.</param>
    public static PlanProposal Of(ShopPlan plan, IPlanSolver? solver)
    {
        var from = plan.DayCase();
        var kept = ScheduleOutlook.Of(plan, from).Draft;
        var better = new WorkPlanner(solver).Plan(from);
        var keptOrders = kept.Model.Orders.ToDictionary(o => o.Order.Id, StringComparer.Ordinal);
        var outlooks = better.Draft.Model.Orders.Select(o => OutlookOf(plan, keptOrders[o.Order.Id], kept, o, better.Draft)).ToList();
        var (late, lateThen) = (outlooks.Sum(o => o?.LateBefore ?? 0), outlooks.Sum(o => o?.LateAfter ?? 0));
        var moves = better
            .Draft.Model.Tasks.Select(t => MoveOf(plan, t, better.Draft))
            .OfType<ProposedMove>()
            .OrderBy(m => m.After.Start)
            .ThenBy(m => m.JobId)
            .ToList();
        // Where nothing is kept better and nothing lacks a place, shuffling people about is no plan.
        var unscheduled = moves.Exists(m => m.Before?.TechnicianId is null && m.IsCertain);
        if (!unscheduled && !IsBetter(better.Figures, kept.Figures))
            moves = [];
        return new PlanProposal(
            moves,
            [.. outlooks.OfType<OrderOutlook>().Where(o => o.ReadyBefore != o.ReadyAfter || o.LateBefore > 0 || o.LateAfter > 0)],
            late,
            moves.Count == 0 ? late : lateThen,
            better.Figures.WithoutPlace,
            better.IsProven
        );
    }

    private static bool IsBetter(PlanFigures one, PlanFigures other) =>
        one.WithoutPlace != other.WithoutPlace ? one.WithoutPlace < other.WithoutPlace
        : one.LateWeighted != other.LateWeighted ? one.LateWeighted < other.LateWeighted
        : one.FinishSum < other.FinishSum;

    private static OrderOutlook? OutlookOf(ShopPlan plan, PlanOrderModel before, PlanDraft kept, PlanOrderModel after, PlanDraft better)
    {
        if (!long.TryParse(after.Order.Id, System.Globalization.CultureInfo.InvariantCulture, out var orderId))
            return null;
        return new OrderOutlook(
            orderId,
            after.Order.Promise is { } promise ? plan.Shop.Local(promise) : null,
            At(plan, kept, kept.FinishOf(before)),
            At(plan, better, better.FinishOf(after)),
            kept.LateOf(before) ?? 0,
            better.LateOf(after) ?? 0
        );
    }

    private static LocalDateTime? At(ShopPlan plan, PlanDraft draft, int? finish) =>
        finish is { } minute ? plan.Shop.Local(draft.Model.At(minute)) : null;

    private static ProposedMove? MoveOf(ShopPlan plan, PlanTask task, PlanDraft draft)
    {
        // What stays by itself is not moved, and appointments are agreed with customers.
        if (
            task.Held is not null
            || draft[task] is not { } place
            || !long.TryParse(task.Job.Id, System.Globalization.CultureInfo.InvariantCulture, out var jobId)
        )
            return null;
        var to = plan.PlacementOf(draft, place);
        var there = plan.Planned.FirstOrDefault(p => p.JobId == jobId);
        if (there is not null && there.TechnicianId == to.TechnicianId && there.Start == to.Start)
            return null;
        var end = plan.Shop.Local(draft.Model.At(place.End));
        var doer = plan.Technicians.First(t => t.Id == to.TechnicianId);
        return new ProposedMove(
            jobId,
            long.Parse(task.Order.Order.Id, System.Globalization.CultureInfo.InvariantCulture),
            there is null ? null : new Placement(there.TechnicianId, there.BayId, there.Start),
            there?.Version ?? 0,
            to,
            end,
            WorkPiece.Between(to.Start, end, day => doer.StretchesOn(day, plan.Shop, plan.Absences)),
            task.Job.Certain
        );
    }
}
