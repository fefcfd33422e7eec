namespace Yardstick.Core.Schedule;

/// <summary>A job of the model.</summary>
/// <param name="index">Place in the model.</param>
/// <param name="job">The job.</param>
/// <param name="order">Its order.</param>
/// <param name="earliest">The first beginning that its vehicle and parts allow, on the grid.</param>
/// <param name="durations">Working minutes by person.</param>
public sealed class PlanTask(int index, PlanJob job, PlanOrderModel order, int earliest, IReadOnlyList<int> durations)
{
    /// <summary>Place in the model.</summary>
    public int Index => index;

    /// <summary>The job.</summary>
    public PlanJob Job => job;

    /// <summary>Its order.</summary>
    public PlanOrderModel Order => order;

    /// <summary>The first beginning that its vehicle and parts allow, on the grid.</summary>
    public int Earliest => earliest;

    /// <summary>Working minutes by person.</summary>
    public IReadOnlyList<int> Durations => durations;

    /// <summary>Who can do it.</summary>
    public IReadOnlyList<int> Workers { get; init; } = [];

    /// <summary>Bays in which it can be done; null where it needs none.</summary>
    public IReadOnlyList<int>? Bays { get; init; }

    /// <summary>Who is planned for it now.</summary>
    public int? Planned { get; init; }

    /// <summary>Where it stays; null where it may be moved.</summary>
    public PlacedTask? Held { get; internal set; }

    /// <summary>Jobs that end before it begins.</summary>
    public IReadOnlyList<PlanTask> After
    {
        get;
        internal set
        {
            field = value;
            Awaited = IsCertain ? [.. value.Where(t => t.IsCertain)] : value;
        }
    } = [];

    /// <summary>It is planned for certain; of an order that wants a promise all are.</summary>
    public bool IsCertain => job.Certain || order.WantsPromise;

    /// <summary>Jobs that it waits for: certain work does not wait for uncertain work.</summary>
    public IReadOnlyList<PlanTask> Awaited { get; private set; } = [];
}
