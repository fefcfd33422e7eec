namespace Yardstick.Core.Records;

/// <summary>What was merged.</summary>
public enum MergeKind
{
    /// <summary>Two records of one customer.</summary>
    Customers,
    /// <summary>Two records of one car.</summary>
    Vehicles,
}

/// <summary>Two records made into one, with everything that is needed to take it back within a day.</summary>
public class Merge
{
    /// <summary>How long it can be taken back.</summary>
    public static readonly TimeSpan Window = TimeSpan.FromDays(1);

    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>Customers or vehicles.</summary>
    public MergeKind Kind { get; set; }
    /// <summary>The record that stands.</summary>
    public long KeptId { get; set; }
    /// <summary>The record that was taken over.</summary>
    public long GoneId { get; set; }
    /// <summary>When, UTC.</summary>
    public DateTime At { get; set; }
    /// <summary>Who.</summary>
    public long ById { get; set; }
    /// <summary>Keys of what moved, as JSON of <see cref="Moved"/>.</summary>
    public required string MovedJson { get; set; }
    /// <summary>When it was taken back, UTC.</summary>
    public DateTime? UndoneAt { get; set; }

    /// <summary>Why it can't be taken back any more; null while it can.</summary>
    public Problem? Lasting(DateTime now) =>
        UndoneAt is not null ? new Problem("merge.undone", "This was taken back already.")
        : now - At > Window ? new Problem("merge.late", "Two records can be taken apart for a day; this was longer ago. Make the second record anew and move its cars.")
        : null;
}

/// <summary>Keys of rows that moved from one record to the other.</summary>
public sealed record Moved
{
    /// <summary>Vehicles.</summary>
    public IReadOnlyList<long> Vehicles { get; init; } = [];
    /// <summary>Orders.</summary>
    public IReadOnlyList<long> Orders { get; init; } = [];
    /// <summary>Telephone numbers.</summary>
    public IReadOnlyList<long> Phones { get; init; } = [];
    /// <summary>E-mail addresses.</summary>
    public IReadOnlyList<long> Emails { get; init; } = [];
    /// <summary>Contact people.</summary>
    public IReadOnlyList<long> Contacts { get; init; } = [];
    /// <summary>Sites.</summary>
    public IReadOnlyList<long> Sites { get; init; } = [];
    /// <summary>Odometer readings.</summary>
    public IReadOnlyList<long> Readings { get; init; } = [];
    /// <summary>Files.</summary>
    public IReadOnlyList<long> Files { get; init; } = [];
    /// <summary>Reminders.</summary>
    public IReadOnlyList<long> Reminders { get; init; } = [];
    /// <summary>Answers about the car.</summary>
    public IReadOnlyList<long> Answers { get; init; } = [];
    /// <summary>Orders of a former program.</summary>
    public IReadOnlyList<long> FormerOrders { get; init; } = [];
    /// <summary>Labels that the other record did not have.</summary>
    public IReadOnlyList<long> Labels { get; init; } = [];
    /// <summary>Extra fields that the other record had empty.</summary>
    public IReadOnlyList<long> Extras { get; init; } = [];
    /// <summary>Fields that were empty and were filled from the other record.</summary>
    public IReadOnlyList<string> Filled { get; init; } = [];
}

/// <summary>A car that was passed on to another owner. Only added to.</summary>
public class VehicleTransfer
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>The car.</summary>
    public long VehicleId { get; set; }
    /// <summary>Whose it was.</summary>
    public long FromCustomerId { get; set; }
    /// <summary>Whose it is.</summary>
    public long ToCustomerId { get; set; }
    /// <summary>When, UTC.</summary>
    public DateTime At { get; set; }
    /// <summary>Who wrote it down.</summary>
    public long ById { get; set; }
}
