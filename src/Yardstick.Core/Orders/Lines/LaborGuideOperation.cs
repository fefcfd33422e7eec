using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>An operation of a labor guide for one car.</summary>
/// <param name="Code">Code, by which operations name each other.</param>
/// <param name="Title">What is done.</param>
/// <param name="Hours">Hours by itself.</param>
/// <param name="Skill">Skill that it needs.</param>
/// <param name="Contains">Operations that are part of it.</param>
/// <param name="Beside">Hours beside others.</param>
public sealed record LaborGuideOperation(
    string Code,
    string Title,
    LaborHours Hours,
    string Skill,
    IReadOnlyList<string> Contains,
    IReadOnlyDictionary<string, LaborHours> Beside
);
