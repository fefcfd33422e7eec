namespace Yardstick.Core.Schedule;

/// <summary>Searches the best plan of a model, beginning from one that is there.</summary>
public interface IPlanSolver
{
    /// <summary>Solves; null where it can't, so that the plan it began from serves.</summary>
    /// <param name="goal">What is to be planned, and what it must not cost.</param>
    /// <param name="start">A plan that keeps within the goal.</param>
    /// <param name="units">How much it may think, in deterministic units of about a second.</param>
    /// <param name="most">How long at most by the clock.</param>
    PlanSolution? Solve(PlanGoal goal, PlanDraft? start, double units, TimeSpan most);
}
