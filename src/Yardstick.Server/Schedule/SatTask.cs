using Google.OrTools.Sat;
using Yardstick.Core.Schedule;

namespace Yardstick.Server.Schedule;

/// <summary>A job in the solver's model.</summary>
/// <param name="Task">The job.</param>
/// <param name="Slot">Its beginning, counted on the grid.</param>
/// <param name="Start">Its beginning, in minutes.</param>
/// <param name="Lasts">Minutes between the two, gaps in the hours included.</param>
/// <param name="End">Its end.</param>
/// <param name="Placed">It has a place.</param>
internal sealed record SatTask(PlanTask Task, IntVar Slot, LinearExpr Start, IntVar Lasts, IntVar End, BoolVar Placed)
{
    /// <summary>Who does it.</summary>
    internal Dictionary<int, BoolVar> ByWorker { get; } = [];

    /// <summary>The group of bays in which it stands.</summary>
    internal Dictionary<int, BoolVar> ByBays { get; } = [];

    /// <summary>Between which gaps of whose hours it stands: beginnings that take equally long.</summary>
    internal List<(int Worker, HashSet<int> Starts, int Lasts, BoolVar Chosen)> Segments { get; } = [];
}
