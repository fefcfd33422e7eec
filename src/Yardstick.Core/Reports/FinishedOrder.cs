using Yardstick.Core.Floor;
using Yardstick.Core.Setup;

namespace Yardstick.Core.Reports;

/// <summary>An order that was finished, and what was promised for it.</summary>
/// <param name="OrderId">The order.</param>
/// <param name="FinishedAt">The later of the stage done and its last check or wash, wall time.</param>
/// <param name="FirstPromise">The promise when the vehicle came; the first one where none was given then; null for none.</param>
/// <param name="LastPromise">The last promise before it was finished.</param>
public sealed record FinishedOrder(long OrderId, LocalDateTime FinishedAt, LocalDateTime? FirstPromise, LocalDateTime? LastPromise)
{
    /// <summary>A promise, and when it was given.</summary>
    /// <param name="Given">When, wall time.</param>
    /// <param name="For">What it says; null where it was taken off.</param>
    public sealed record Promise(LocalDateTime Given, LocalDateTime? For);

    /// <summary>Of an order as it is kept; null where it is not done.</summary>
    /// <param name="orderId">The order.</param>
    /// <param name="openedAt">When it was opened, UTC.</param>
    /// <param name="promisedAt">What is promised now.</param>
    /// <param name="course">All its changes of stage.</param>
    /// <param name="promised">What was promised before and after each change of the promise, and when, in their order.</param>
    /// <param name="checkedAt">Its checks and washes, UTC.</param>
    /// <param name="shop">The shop, for its zone.</param>
    public static FinishedOrder? Of(
        long orderId,
        Instant openedAt,
        LocalDateTime? promisedAt,
        IEnumerable<StageChange> course,
        IReadOnlyList<(Instant At, LocalDateTime? Old, LocalDateTime? New)> promised,
        IEnumerable<Instant> checkedAt,
        Shop shop
    )
    {
        var changes = course.OrderBy(c => c.At).ThenBy(c => c.Id).ToList();
        if (changes.FindLast(c => c.To == Stage.Done) is not { } done)
            return null;
        var hereAt = changes.Find(c => c.To is >= Stage.Here and < Stage.Done)?.At ?? openedAt;
        // Before it was changed first it was what it was changed from.
        var first = promised.Count > 0 ? promised[0].Old : promisedAt;
        return Of(
            orderId,
            shop.Local(done.At),
            checkedAt.Select(shop.Local),
            shop.Local(hereAt),
            [new Promise(shop.Local(openedAt), first), .. promised.Select(p => new Promise(shop.Local(p.At), p.New))]
        );
    }

    /// <summary>Of an order's course.</summary>
    /// <param name="orderId">The order.</param>
    /// <param name="doneAt">When it was last moved to a stage that means done, wall time.</param>
    /// <param name="checkedAt">Its checks and washes, wall time.</param>
    /// <param name="hereAt">When the vehicle came, wall time.</param>
    /// <param name="promises">Its promises, the first before anything was changed.</param>
    public static FinishedOrder Of(
        long orderId,
        LocalDateTime doneAt,
        IEnumerable<LocalDateTime> checkedAt,
        LocalDateTime hereAt,
        IReadOnlyCollection<Promise> promises
    )
    {
        var finished = checkedAt.Append(doneAt).Max();
        var given = promises.OrderBy(p => p.Given).ToList();
        var then = given.LastOrDefault(p => p.Given <= hereAt)?.For ?? given.Find(p => p.For is not null)?.For;
        var last = given.LastOrDefault(p => p.Given <= finished)?.For;
        return new FinishedOrder(orderId, finished, then, last ?? then);
    }

    /// <summary>What it adds to promises kept; null where nothing was promised.</summary>
    /// <param name="measure">By the first or the last promise.</param>
    public MeasureValue? Adds(Measure measure) =>
        (measure == Measure.PromisesKept ? FirstPromise : LastPromise) is { } promised ? new(FinishedAt <= promised ? 1 : 0, 1) : null;

    /// <summary>Minutes after the promise; null where it was kept or nothing was promised.</summary>
    public long? MinutesLate =>
        FirstPromise is { } promised && FinishedAt > promised ? Period.Between(promised, FinishedAt, PeriodUnits.Minutes).Minutes : null;
}
