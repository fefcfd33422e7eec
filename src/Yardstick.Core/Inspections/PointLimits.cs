namespace Yardstick.Core.Inspections;

/// <summary>Limits of a measured value, in the point's unit: at a limit, or beyond it, the rating is that of the limit.</summary>
/// <param name="Watch">From here on it is watched; null for no such step.</param>
/// <param name="Due">From here on it is due; null for no such step.</param>
/// <param name="Unsafe">From here on it is unsafe; null for no such step.</param>
/// <param name="HighIsWorse">More is worse, as with water in brake fluid; otherwise less is, as with tread.</param>
public sealed record PointLimits(decimal? Watch, decimal? Due, decimal? Unsafe, bool HighIsWorse)
{
    /// <summary>The rating that follows from a measured value.</summary>
    /// <param name="measured">The value, in the point's unit.</param>
    public Rating RatingOf(decimal measured) =>
        Reached(measured, Unsafe) ? Rating.Unsafe
        : Reached(measured, Due) ? Rating.Due
        : Reached(measured, Watch) ? Rating.Watch
        : Rating.Good;

    /// <summary>The limit at which the part has to be done: due, or unsafe where there is no due.</summary>
    public decimal? End => Due ?? Unsafe;

    /// <summary>
    /// Whether the steps go from good to unsafe. Refuses with <c>point.limits</c>.
    /// </summary>
    public Result Check()
    {
        decimal?[] steps = [Watch, Due, Unsafe];
        var set = steps.OfType<decimal>().ToList();
        for (var i = 1; i < set.Count; i++)
            if (HighIsWorse ? set[i] < set[i - 1] : set[i] > set[i - 1])
                return new Problem(
                    "point.limits",
                    HighIsWorse
                        ? "The limits rise from watch to due to unsafe, as more is worse."
                        : "The limits fall from watch to due to unsafe, as less is worse."
                );
        return Result.Done;
    }

    private bool Reached(decimal measured, decimal? limit) => limit is { } at && (HighIsWorse ? measured >= at : measured <= at);
}
