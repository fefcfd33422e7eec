using Yardstick.Core.Values;

namespace Yardstick.Core.Schedule;

/// <summary>Work of one day that needs a skill, against who has it.</summary>
/// <param name="Skill">The skill.</param>
/// <param name="Planned">Hours that need it.</param>
/// <param name="There">Hours of those who have it.</param>
public sealed record SkillLoad(string Skill, LaborHours Planned, LaborHours There);
