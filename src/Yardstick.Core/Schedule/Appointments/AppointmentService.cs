using Yardstick.Core.Values;

namespace Yardstick.Core.Schedule;

/// <summary>A canned job that an appointment is for, as it was when it was chosen.</summary>
public class AppointmentService
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The appointment.</summary>
    public long AppointmentId { get; init; }

    /// <summary>The canned job.</summary>
    public long CannedJobId { get; init; }

    /// <summary>Its title.</summary>
    public string Title { get; init; } = "";

    /// <summary>Its hours.</summary>
    public LaborHours Hours { get; init; }

    /// <summary>The skill that it needs; empty for none.</summary>
    public string Skill { get; init; } = "";

    /// <summary>What its bay has to have.</summary>
    public IReadOnlyList<string> Equipment { get; init; } = [];
}
