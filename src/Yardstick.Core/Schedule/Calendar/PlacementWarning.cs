namespace Yardstick.Core.Schedule;

/// <summary>What is amiss with a place in the calendar. Nothing is forbidden: whoever plans is told.</summary>
/// <param name="Kind">closed, hours, away, skill, busy, bay, bayBusy, promise, parts.</param>
/// <param name="Words">A sentence.</param>
public sealed record PlacementWarning(string Kind, string Words);
