namespace Yardstick.Core.Schedule;

/// <summary>
/// What becomes of the schedule if nothing is moved: each does what is theirs in the order in which it stands, nothing before its time and
/// nothing at the same time; the rest is done where it fits. Work of somebody who can't do it is done by somebody who can.
/// </summary>
public sealed class ScheduleOutlook
{
    private readonly ShopPlan plan;
    private readonly Dictionary<string, PlanOrderModel> orders;

    private ScheduleOutlook(ShopPlan plan, PlanDraft draft)
    {
        (this.plan, Draft) = (plan, draft);
        orders = draft.Model.Orders.ToDictionary(o => o.Order.Id, StringComparer.Ordinal);
    }

    /// <summary>Where each job would be done.</summary>
    public PlanDraft Draft { get; }

    /// <summary>Looks ahead.</summary>
    /// <param name="plan">What the shop has to do.</param>
    /// <param name="from">Its case; null to make it.</param>
    public static ScheduleOutlook Of(ShopPlan plan, PlanCase? from = null)
    {
        var model = PlanModel.Of(from ?? plan.DayCase(), withPromise: false);
        var starts = plan.Planned.ToDictionary(p => ShopPlan.KeyOf(p.JobId), p => model.Minute(plan.Shop.Utc(p.Start)));
        var board = new PlanBoard(model);
        var open = model
            .Tasks.Where(t => t.Held is null)
            .OrderBy(t => !t.IsCertain)
            .ThenBy(t => starts.GetValueOrDefault(t.Job.Id, int.MaxValue))
            .ThenBy(t => t.Index)
            .ToList();
        foreach (var task in open)
            if (!board.PutFirst(task, keepPlanned: true, starts.GetValueOrDefault(task.Job.Id, int.MinValue)))
                board.PutFirst(task);
        return new ScheduleOutlook(plan, board.Draft());
    }

    /// <summary>When an order is ready, wall time; null where its work has no place, or none is left.</summary>
    /// <param name="orderId">The order.</param>
    public LocalDateTime? ReadyAt(long orderId) =>
        orders.TryGetValue(ShopPlan.KeyOf(orderId), out var order) && Draft.FinishOf(order) is { } finish
            ? plan.Shop.Local(Draft.Model.At(finish))
            : null;
}
