namespace Yardstick.Core.Schedule;

/// <summary>An order of the model.</summary>
/// <param name="index">Place in the model.</param>
/// <param name="order">The order.</param>
/// <param name="wantsPromise">It is the one that wants a promise, and counts in no figure.</param>
/// <param name="promise">Minutes from the present to what was promised; null for nothing.</param>
public sealed class PlanOrderModel(int index, PlanOrder order, bool wantsPromise, int? promise)
{
    private readonly List<PlanTask> tasks = [];
    private readonly List<PlanTask> certain = [];

    /// <summary>Place in the model.</summary>
    public int Index => index;

    /// <summary>The order.</summary>
    public PlanOrder Order => order;

    /// <summary>It is the one that wants a promise.</summary>
    public bool WantsPromise => wantsPromise;

    /// <summary>What was promised, in minutes from the present.</summary>
    public int? Promise => promise;

    /// <summary>Its jobs.</summary>
    public IReadOnlyList<PlanTask> Tasks => tasks;

    /// <summary>Its certain jobs: those that it is finished with.</summary>
    public IReadOnlyList<PlanTask> CertainTasks => certain;

    internal void Add(PlanTask task)
    {
        tasks.Add(task);
        if (task.IsCertain)
            certain.Add(task);
    }
}
