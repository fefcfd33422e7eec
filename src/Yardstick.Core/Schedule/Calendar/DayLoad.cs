using Yardstick.Core.Values;

namespace Yardstick.Core.Schedule;

/// <summary>Work of one day against who is there.</summary>
/// <param name="Day">The day.</param>
/// <param name="ClosedBecause">Why the shop is closed; null while it is open.</param>
/// <param name="Planned">Hours that stand on the day.</param>
/// <param name="Uncertain">Those of them that are not certain.</param>
/// <param name="There">Hours for which technicians are there.</param>
/// <param name="Skills">The same by skill that is asked, the tightest first.</param>
public sealed record DayLoad(
    LocalDate Day,
    string? ClosedBecause,
    LaborHours Planned,
    LaborHours Uncertain,
    LaborHours There,
    IReadOnlyList<SkillLoad> Skills
);
