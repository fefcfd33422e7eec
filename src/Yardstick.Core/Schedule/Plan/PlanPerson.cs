namespace Yardstick.Core.Schedule;

/// <summary>Somebody who works.</summary>
/// <param name="Id">Key.</param>
/// <param name="Skills">What the person can do.</param>
/// <param name="Pace">Time for a sold minute: 1.2 takes a fifth longer.</param>
/// <param name="Hours">Working hours in order, without overlap.</param>
public sealed record PlanPerson(string Id, IReadOnlyList<string> Skills, decimal Pace, IReadOnlyList<PlanSpan> Hours);
