namespace Yardstick.Core.Schedule;

/// <summary>
/// What is to be planned. Where an order wants a promise, its finish counts first, and no other order may be later than it is without.
/// </summary>
/// <param name="Model">The model.</param>
/// <param name="Without">The best plan without the order that wants a promise; null where none does.</param>
public sealed record PlanGoal(PlanModel Model, PlanDraft? Without)
{
    private readonly Dictionary<string, PlanOrderModel> unpromised = Without?.Model.Orders.ToDictionary(
        o => o.Order.Id,
        StringComparer.Ordinal
    ) ?? [];

    /// <summary>The order that wants a promise; null for none.</summary>
    public PlanOrderModel? Promised => Without is null ? null : Model.Orders.FirstOrDefault(o => o.WantsPromise);

    /// <summary>How late an order may be at most; null where nothing limits it.</summary>
    public int? MostLate(PlanOrderModel order) => Before(order) is { } before ? Without!.LateOf(before) : null;

    /// <summary>Whether an order has to keep its places.</summary>
    public bool HasToFinish(PlanOrderModel order) => Before(order) is { } before && Without!.FinishOf(before) is not null;

    /// <summary>Whether a plan costs the others nothing.</summary>
    public bool IsKept(PlanDraft draft) =>
        Without is null
        || draft.Figures.WithoutPlace <= Without.Figures.WithoutPlace
            && Model
                .Orders.Where(o => !o.WantsPromise)
                .All(o =>
                    (!HasToFinish(o) || draft.FinishOf(o) is not null)
                    && (MostLate(o) is not { } most || draft.LateOf(o) is not { } late || late <= most)
                );

    /// <summary>Whether one plan is better than another.</summary>
    public bool IsBetter(PlanDraft one, PlanDraft other)
    {
        if (Promised is not { } promised)
            return one.Figures < other.Figures;
        var (kept, keptToo) = (IsKept(one), IsKept(other));
        if (kept != keptToo)
            return kept;
        var (finish, finishToo) = (one.FinishOf(promised) ?? int.MaxValue, other.FinishOf(promised) ?? int.MaxValue);
        return finish != finishToo ? finish < finishToo : one.Figures < other.Figures;
    }

    private PlanOrderModel? Before(PlanOrderModel order) => order.WantsPromise ? null : unpromised.GetValueOrDefault(order.Order.Id);
}
