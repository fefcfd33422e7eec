namespace Yardstick.Core.Schedule;

/// <summary>A plan that a solver found.</summary>
/// <param name="Draft">The plan.</param>
/// <param name="Proven">None is better.</param>
public sealed record PlanSolution(PlanDraft Draft, bool Proven);
