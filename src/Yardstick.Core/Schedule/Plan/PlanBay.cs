namespace Yardstick.Core.Schedule;

/// <summary>A place for one car.</summary>
/// <param name="Id">Key.</param>
/// <param name="Can">What can be done in it.</param>
public sealed record PlanBay(string Id, IReadOnlyList<string> Can);
