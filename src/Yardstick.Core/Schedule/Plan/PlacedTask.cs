namespace Yardstick.Core.Schedule;

/// <summary>Where a job stands, in minutes from the present.</summary>
/// <param name="Worker">Who does it.</param>
/// <param name="Bay">The bay that it holds; null for none.</param>
/// <param name="Start">Its beginning.</param>
/// <param name="End">Its end.</param>
public sealed record PlacedTask(int Worker, int? Bay, int Start, int End)
{
    /// <summary>Whether another stands at the same time.</summary>
    public bool Overlaps(PlacedTask other) => Start < other.End && other.Start < End;
}
