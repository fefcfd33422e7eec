namespace Yardstick.Core.Schedule;

/// <summary>Somebody who works, with the hours in minutes.</summary>
/// <param name="Index">Place in the model.</param>
/// <param name="Person">The person.</param>
/// <param name="Time">The hours.</param>
public sealed record PlanWorker(int Index, PlanPerson Person, WorkingTime Time)
{
    /// <summary>Whether the person has a skill; null asks none.</summary>
    public bool Can(string? skill) => skill is null || Person.Skills.Contains(skill, StringComparer.Ordinal);
}
