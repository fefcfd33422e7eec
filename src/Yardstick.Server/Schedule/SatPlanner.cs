using System.Globalization;
using Google.OrTools.Sat;
using Google.OrTools.Util;
using Yardstick.Core.Schedule;

namespace Yardstick.Server.Schedule;

/// <summary>
/// Searches the best plan with a constraint solver, one figure after the other: what was reached of one is kept while the next is improved.
/// Stops by deterministic time, with a fixed seed and number of workers, so that the same case gives the same plan.
/// </summary>
public sealed class SatPlanner : IPlanSolver
{
    private static int said;

    /// <inheritdoc />
    public PlanSolution? Solve(PlanGoal goal, PlanDraft? start, double units, TimeSpan most)
    {
        try
        {
            return SolveWithLibrary(goal, start, units, most);
        }
        catch (Exception lost) when (lost is DllNotFoundException or TypeInitializationException or BadImageFormatException)
        {
            // Said once: from then on what is put together serves.
            if (Interlocked.Exchange(ref said, 1) == 0)
                Console.Error.WriteLine("The solver's native library is not here; plans are put together without it.");
            return null;
        }
    }

    private static PlanSolution? SolveWithLibrary(PlanGoal goal, PlanDraft? start, double units, TimeSpan most)
    {
        if (units <= 0 || goal.Model.Tasks.All(t => t.Held is not null || !t.IsCertain))
            return null;
        var model = new SatPlanModel(goal);
        var search = new Search(model, units, most);
        var draft = start;
        foreach (var (objective, share) in model.Objectives)
        {
            if (search.Improve(objective, draft, share) is { } better)
                draft = better;
            else if (draft is null)
                return null;
            else
                // Not even what is there could be found again within the time: it is held to.
                model.Keep(objective, draft);
        }
        return draft is null ? null : new PlanSolution(draft, search.IsProven);
    }

    private sealed class Search(SatPlanModel model, double units, TimeSpan most)
    {
        private readonly long began = TimeProvider.System.GetTimestamp();
        private double left = units;

        internal bool IsProven { get; private set; } = true;

        internal PlanDraft? Improve(SatObjective objective, PlanDraft? from, double share)
        {
            if (from is not null && objective.ValueOf(from) == objective.Least)
            {
                model.Keep(objective, from);
                return from;
            }
            var clock = most - TimeProvider.System.GetElapsedTime(began);
            if (left <= 0.001 || clock <= TimeSpan.Zero)
            {
                IsProven = false;
                return null;
            }
            model.Aim(objective, from);
            using var solver = new CpSolver();
            // In a small plan, looking closely for what may be exchanged halves the time of the proofs that take longest.
            solver.StringParameters = string.Create(
                CultureInfo.InvariantCulture,
                $"max_deterministic_time:{left * share},max_time_in_seconds:{clock.TotalSeconds},random_seed:7,num_workers:1,linearization_level:0,symmetry_level:{(model.IsSmall ? 4 : 2)}"
            );
            var status = solver.Solve(model.Model);
            left -= solver.Response?.DeterministicTime ?? 0;
            IsProven &= status is CpSolverStatus.Optimal or CpSolverStatus.Infeasible;
            if (status is not (CpSolverStatus.Optimal or CpSolverStatus.Feasible))
                return null;
            var found = model.DraftOf(solver);
            var better = from is not null && objective.ValueOf(from) < objective.ValueOf(found) ? from : found;
            model.Keep(objective, better);
            return better;
        }
    }
}
