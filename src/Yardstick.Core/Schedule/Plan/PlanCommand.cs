using Yardstick.Core.Pricing;

namespace Yardstick.Core.Schedule;

/// <summary><c>./yardstick plan</c>: plans a file of cases as a stream (rules, The plan of the work).</summary>
public static class PlanCommand
{
    /// <summary>Reads cases and writes one result a line.</summary>
    /// <param name="input">One case as JSON, or many as JSON Lines.</param>
    /// <param name="output">Gets the results.</param>
    /// <param name="solver">Searches the best plan.</param>
    /// <returns>0, or 1 if any case was bad.</returns>
    public static Task<int> RunAsync(Stream input, Stream output, IPlanSolver? solver)
    {
        var planner = new WorkPlanner(solver);
        return CaseStream.RunAsync(input, output, (json, bytes) => PlanResultWriter.Write(json, planner.Plan(PlanCaseReader.Read(bytes))));
    }
}
