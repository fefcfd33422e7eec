namespace Yardstick.Core.Schedule;

/// <summary>A plan of a model: where each job stands.</summary>
public sealed class PlanDraft
{
    private readonly PlanModel model;
    private readonly IReadOnlyList<PlacedTask?> places;
    private readonly Lazy<PlanFigures> figures;

    /// <summary>Makes it.</summary>
    /// <param name="model">The model.</param>
    /// <param name="places">Places by job; null without one.</param>
    public PlanDraft(PlanModel model, IReadOnlyList<PlacedTask?> places)
    {
        (this.model, this.places) = (model, places);
        figures = new(Judged);
    }

    /// <summary>The model.</summary>
    public PlanModel Model => model;

    /// <summary>Where a job stands; null without a place.</summary>
    public PlacedTask? this[PlanTask task] => places[task.Index];

    /// <summary>
    /// When an order is finished: after its last certain job and its checking. Null where a certain job has no place, or there is none.
    /// </summary>
    public int? FinishOf(PlanOrderModel order)
    {
        int? last = null;
        foreach (var task in order.CertainTasks)
        {
            if (this[task] is not { } place)
                return null;
            last = Math.Max(last ?? place.End, place.End);
        }
        return last is { } end ? model.Checked(end, order.Order.CheckMinutes) : null;
    }

    /// <summary>How late an order is; null where it has no finish.</summary>
    public int? LateOf(PlanOrderModel order) => FinishOf(order) is { } finish ? LateOf(order, finish) : null;

    private static int LateOf(PlanOrderModel order, int finish) => Math.Max(0, finish - (order.Promise ?? finish));

    /// <summary>What the plan is judged by; the order that wants a promise is in none of it.</summary>
    public PlanFigures Figures => figures.Value;

    private PlanFigures Judged()
    {
        var (without, moved) = (0, 0);
        var (late, finishes) = (0L, 0L);
        foreach (var order in model.Orders)
        {
            if (order.WantsPromise)
                continue;
            foreach (var task in order.CertainTasks)
            {
                if (this[task] is not { } place)
                    without++;
                else if (task.Planned is { } planned && planned != place.Worker)
                    moved++;
            }
            if (FinishOf(order) is not { } finish)
                continue;
            finishes += finish;
            late += (long)LateOf(order, finish) * order.Order.Weight;
        }
        return new PlanFigures(without, late, moved, finishes);
    }
}
