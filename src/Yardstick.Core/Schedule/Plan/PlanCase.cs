namespace Yardstick.Core.Schedule;

/// <summary>
/// Work to be planned: who is there, which bays there are, what is to be done (rules, The plan of the work). Times are instants.
/// </summary>
public sealed record PlanCase
{
    /// <summary>The present.</summary>
    public required Instant Now { get; init; }

    /// <summary>The shop's zone.</summary>
    public required DateTimeZone Zone { get; init; }

    /// <summary>Minutes between beginnings, counted from each day's midnight on the wall; divides 60.</summary>
    public int Step { get; init; } = 5;

    /// <summary>Opening hours in order, in which checking passes; null for always.</summary>
    public IReadOnlyList<PlanSpan>? Open { get; init; }

    /// <summary>Who works.</summary>
    public IReadOnlyList<PlanPerson> People { get; init; } = [];

    /// <summary>Bays; null where no job needs one.</summary>
    public IReadOnlyList<PlanBay>? Bays { get; init; }

    /// <summary>What is to be done.</summary>
    public IReadOnlyList<PlanOrder> Orders { get; init; } = [];

    /// <summary>The order that wants a promise; it stands in for the one of its id. Null for none.</summary>
    public PlanOrder? PromiseFor { get; init; }

    /// <summary>How much the solver may think, in its deterministic units of about a second.</summary>
    public decimal Seconds { get; init; } = 5;
}
