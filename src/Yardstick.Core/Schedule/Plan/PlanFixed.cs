namespace Yardstick.Core.Schedule;

/// <summary>Where a job stays: it is on the clock, or somebody fixed it.</summary>
/// <param name="Person">Who.</param>
/// <param name="Bay">The bay that it holds; null for none.</param>
/// <param name="Start">When it begins, or began.</param>
public sealed record PlanFixed(string Person, string? Bay, Instant Start);
