namespace Yardstick.Core.Schedule;

/// <summary>A job of one person in one bay.</summary>
public sealed record PlanJob
{
    /// <summary>Key, of all jobs of the case.</summary>
    public required string Id { get; init; }

    /// <summary>Minutes that are left of it at pace 1.</summary>
    public required decimal Minutes { get; init; }

    /// <summary>What its person has to be able to do; null for anyone.</summary>
    public string? Skill { get; init; }

    /// <summary>What its bay has to be able to do.</summary>
    public IReadOnlyList<string> Needs { get; init; } = [];

    /// <summary>It takes no bay.</summary>
    public bool NoBay { get; init; }

    /// <summary>When its last part comes; null where nothing is awaited.</summary>
    public Instant? Ready { get; init; }

    /// <summary>Jobs that end before it begins.</summary>
    public IReadOnlyList<string> After { get; init; } = [];

    /// <summary>Approved or confirmed.</summary>
    public bool Certain { get; init; } = true;

    /// <summary>Who is planned for it now; null for nobody.</summary>
    public string? PlannedPerson { get; init; }

    /// <summary>Where it stays; null where it may be moved.</summary>
    public PlanFixed? Fixed { get; init; }
}
