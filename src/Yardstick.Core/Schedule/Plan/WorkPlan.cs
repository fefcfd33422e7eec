namespace Yardstick.Core.Schedule;

/// <summary>A plan of the work: where each job stands, when each order is finished, and what is amiss.</summary>
public sealed class WorkPlan
{
    private WorkPlan(PlanDraft draft, PlanGoal? goal, bool proven)
    {
        (Draft, IsProven) = (draft, proven);
        Figures = draft.Figures;
        Conflicts = PlanConflicts.Of(draft);
        Unplanned = PlanReasons.Unplanned(draft);
        Promised = goal is null ? null : draft.Model.Orders.First(o => o.WantsPromise);
        Why = Promised is { } promised ? PlanReasons.Of(draft, promised) : [];
    }

    /// <summary>Where each job stands.</summary>
    public PlanDraft Draft { get; }

    /// <summary>What the plan is judged by.</summary>
    public PlanFigures Figures { get; }

    /// <summary>None is better.</summary>
    public bool IsProven { get; }

    /// <summary>Rules that jobs break which stay where they are: the job's id and the rule.</summary>
    public IReadOnlyList<(string Id, string Rule)> Conflicts { get; }

    /// <summary>Jobs without a place, with why.</summary>
    public IReadOnlyList<(string Id, string Why)> Unplanned { get; }

    /// <summary>The order that wants a promise; null for none.</summary>
    public PlanOrderModel? Promised { get; }

    /// <summary>What decides the promise.</summary>
    public IReadOnlyList<string> Why { get; }

    internal static WorkPlan Of(PlanDraft draft, PlanGoal? goal, bool proven) => new(draft, goal, proven);
}
