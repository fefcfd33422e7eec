namespace Yardstick.Core.Customers;

/// <summary>Two records made into one, with everything that is needed to take it back within a day.</summary>
public class Merge
{
    /// <summary>How long it can be taken back.</summary>
    public static readonly Duration Window = Duration.FromDays(1);

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>Customers or vehicles.</summary>
    public MergeKind Kind { get; init; }

    /// <summary>The record that stands.</summary>
    public long KeptId { get; init; }

    /// <summary>The record that was taken over.</summary>
    public long GoneId { get; init; }

    /// <summary>When, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>Who.</summary>
    public long ById { get; init; }

    /// <summary>What moved.</summary>
    public required Moved Moved { get; init; }

    /// <summary>When it was taken back, UTC.</summary>
    public Instant? UndoneAt { get; internal set; }

    /// <summary>Why it can't be taken back any more; null while it can.</summary>
    public Problem? Lasting(Instant now) =>
        UndoneAt is not null ? new Problem("merge.undone", "This merge was already undone.")
        : now - At > Window
            ? new Problem("merge.late", "A merge can be undone for 24 hours. Create the second record again and transfer its vehicles.")
        : null;

    /// <summary>It was taken back.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    public void Undo(Instant utcNow) => UndoneAt = utcNow;

    /// <summary>Why two keys can't be merged: they are the same; null where they are not.</summary>
    public static Problem? Same(long id, long other) =>
        id == other ? new Problem("merge.same", "That is the same record. Choose a different one.") : null;
}
