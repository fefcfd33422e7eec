namespace Yardstick.Core.Schedule;

/// <summary>An order, or an appointment, with its jobs.</summary>
public sealed record PlanOrder
{
    /// <summary>Key.</summary>
    public required string Id { get; init; }

    /// <summary>What was promised; null for nothing.</summary>
    public Instant? Promise { get; init; }

    /// <summary>How much a late minute weighs: 1, or more where the customer waits or the order has priority.</summary>
    public int Weight { get; init; } = 1;

    /// <summary>Minutes of quality check and washing after the last job.</summary>
    public int CheckMinutes { get; init; }

    /// <summary>When the vehicle comes; null where it is here.</summary>
    public Instant? Arrives { get; init; }

    /// <summary>What is to be done.</summary>
    public IReadOnlyList<PlanJob> Jobs { get; init; } = [];

    /// <summary>The same order without some of its jobs.</summary>
    /// <param name="jobs">Keys of the jobs that are left out.</param>
    public PlanOrder Without(IEnumerable<string> jobs)
    {
        var left = jobs.ToHashSet(StringComparer.Ordinal);
        return left.Count == 0 ? this : this with { Jobs = [.. Jobs.Where(j => !left.Contains(j.Id))] };
    }
}
