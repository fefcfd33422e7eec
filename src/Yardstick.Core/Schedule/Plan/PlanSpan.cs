namespace Yardstick.Core.Schedule;

/// <summary>A stretch of time.</summary>
/// <param name="From">Its beginning.</param>
/// <param name="Until">Its end, not before the beginning; not part of it.</param>
public readonly record struct PlanSpan(Instant From, Instant Until);
