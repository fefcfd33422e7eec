using System.Globalization;
using Yardstick.Core.Catalog;
using Yardstick.Core.Values;

namespace Yardstick.Core.Inventory;

/// <summary>
/// A count of what lies in a bin. Whoever counts sees no figures first; afterwards the differences stand there with their value and are
/// posted at once.
/// </summary>
public class StockCount
{
    /// <summary>C-2 lies before C-10.</summary>
    private static readonly StringComparer AsOnTheShelf = StringComparer.Create(
        CultureInfo.InvariantCulture,
        CompareOptions.NumericOrdering | CompareOptions.IgnoreCase
    );

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The bins that are counted, as they begin: <c>A</c> for all of A1, A2; empty for parts without a bin.</summary>
    public string Bin { get; init; } = "";

    /// <summary>When it began, UTC.</summary>
    public Instant StartedAt { get; init; }

    /// <summary>Who began it.</summary>
    public long StartedById { get; init; }

    /// <summary>When its differences were posted, UTC; null while it is open.</summary>
    public Instant? PostedAt { get; internal set; }

    /// <summary>When it was set aside, UTC; null for one that was not.</summary>
    public Instant? DroppedAt { get; internal set; }

    /// <summary>Counts up with every change.</summary>
    public int Version { get; internal set; } = 1;

    /// <summary>What is counted.</summary>
    public List<StockCountLine> Lines { get; } = [];

    /// <summary>Nobody posted it or set it aside.</summary>
    public bool IsOpen => PostedAt is null && DroppedAt is null;

    /// <summary>Begins a count. Refuses with <c>count.empty</c> and <c>count.open</c>.</summary>
    /// <param name="bin">How the bins begin; empty for parts without one.</param>
    /// <param name="parts">Parts that lie there.</param>
    /// <param name="counting">Parts of these that somebody counts already.</param>
    /// <param name="actor">Who.</param>
    public static Result<StockCount> Begin(string? bin, IReadOnlyList<Part> parts, IReadOnlySet<long> counting, Actor actor)
    {
        if (parts.Count == 0)
            return new Problem("count.empty", "No part lies in such a bin. Choose another.", "bin");
        if (parts.FirstOrDefault(p => counting.Contains(p.Id)) is { } twice)
            return new Problem("count.open", $"{twice.Number} is being counted already. Finish that count first.", "bin");
        var count = new StockCount
        {
            Bin = (bin ?? "").Trim(),
            StartedAt = actor.At,
            StartedById = actor.StaffId,
        };
        count.Lines.AddRange(
            parts.OrderBy(p => p.Bin, AsOnTheShelf).ThenBy(p => p.Number, StringComparer.Ordinal).Select(StockCountLine.Of)
        );
        return count;
    }

    /// <summary>
    /// Writes down what somebody counted. Refuses with <c>count.closed</c>, <c>count.line</c> and codes of figures.
    /// </summary>
    /// <param name="partId">The part.</param>
    /// <param name="text">Units as typed; empty for not counted.</param>
    /// <param name="part">The part as it is now: what is on hand at this moment is what the count is held against.</param>
    /// <param name="actor">Who.</param>
    public Result Counted(long partId, string? text, Part part, Actor actor)
    {
        if (Closed() is { } closed)
            return closed;
        if (Lines.Find(l => l.PartId == partId) is not { } line)
            return new Problem("count.line", "This part is not in the count. Reload the page.");
        if (string.IsNullOrWhiteSpace(text))
        {
            line.Forget();
            Version++;
            return Result.Done;
        }
        var units = Quantity.ParseOrNone(text, "counted");
        if (units.Problem is { } unreadable)
            return unreadable;
        line.Count(units.Value, part.OnHand, actor);
        Version++;
        return Result.Done;
    }

    /// <summary>
    /// Posts the differences: each makes a movement at the average. What moved since a part was counted is taken into account. Refuses with
    /// <c>count.closed</c> and <c>count.none</c>.
    /// </summary>
    /// <param name="parts">Parts of the count.</param>
    /// <param name="reason">Why it differs; up to 200 characters.</param>
    /// <param name="actor">Who.</param>
    public Result<IReadOnlyList<StockMovement>> Post(IReadOnlyDictionary<long, Part> parts, string? reason, Actor actor)
    {
        if (Closed() is { } closed)
            return closed;
        if (!Lines.Exists(l => l.Counted is not null))
            return new Problem("count.none", "Nothing was counted yet.");
        if ((reason ?? "").Trim() is not { Length: <= 200 } why)
            return TextInput.TooLong(200, "reason", "A reason");
        var source = new StockSource(MovementDocument.StockCount, Id, null, why);
        PostedAt = actor.At;
        Version++;
        return Lines
            .Where(l => l.Difference is { } difference && difference != Quantity.Zero)
            .Select(l => parts[l.PartId].Move(StockMovementKind.Count, l.Difference!.Value, source, actor))
            .ToList();
    }

    /// <summary>Sets it aside; nothing of it counts. Refuses with <c>count.closed</c>.</summary>
    public Result Drop(Instant utcNow)
    {
        if (Closed() is { } closed)
            return closed;
        DroppedAt = utcNow;
        Version++;
        return Result.Done;
    }

    private Problem? Closed() => IsOpen ? null : new Problem("count.closed", "This count is finished. Begin another.");
}
