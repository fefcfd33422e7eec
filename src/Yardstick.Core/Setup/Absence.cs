using Yardstick.Core.Values;

namespace Yardstick.Core.Setup;

/// <summary>Days on which somebody is away.</summary>
public class Absence
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The person.</summary>
    public long StaffId { get; init; }

    /// <summary>First day.</summary>
    public LocalDate From { get; init; }

    /// <summary>Last day, the same or a later one.</summary>
    public LocalDate Until { get; init; }

    /// <summary>Why; empty where nobody said. Up to 80 characters.</summary>
    public string Reason { get; init; } = "";

    /// <summary>Taken back, UTC; null while it holds.</summary>
    public Instant? RemovedAt { get; internal set; }

    /// <summary>In words: <c>Dec 24, 2026 to Dec 31, 2026, vacation</c>.</summary>
    public string Words =>
        Invariant(
            $"{From:MMM d, yyyy}{(Until == From ? "" : Invariant($" to {Until:MMM d, yyyy}"))}{(Reason.Length > 0 ? ", " : "")}{Reason}"
        );

    /// <summary>Whether it covers a day.</summary>
    public bool Covers(LocalDate day) => RemovedAt is null && day >= From && day <= Until;

    /// <summary>An absence as it is typed.</summary>
    /// <param name="staffId">The person.</param>
    /// <param name="from">First day, as typed.</param>
    /// <param name="until">Last day, as typed; empty for the same one.</param>
    /// <param name="reason">Why.</param>
    /// <param name="localNow">Wall time now, from which words such as tomorrow count.</param>
    /// <param name="others">Absences that the person has.</param>
    /// <returns>Codes <c>date.unreadable</c>, <c>absence.order</c>, <c>absence.twice</c>, <c>text.long</c>.</returns>
    public static Result<Absence> Create(
        long staffId,
        string? from,
        string? until,
        string? reason,
        LocalDateTime localNow,
        IEnumerable<Absence> others
    )
    {
        var first = DateTimeInput.Day(from, localNow, "from");
        if (first.Problem is { } noFirst)
            return noFirst;
        var last = string.IsNullOrWhiteSpace(until) ? first : DateTimeInput.Day(until, localNow, "until");
        if (last.Problem is { } noLast)
            return noLast;
        if (last.Value < first.Value)
            return new Problem("absence.order", "The last day is before the first.", "until");
        if ((reason ?? "").Trim() is not { Length: <= 80 } why)
            return TextInput.TooLong(80, "reason", "A reason");
        if (others.Any(a => a.RemovedAt is null && a.From <= last.Value && a.Until >= first.Value))
            return new Problem("absence.twice", "The person is away on some of these days already.", "from");
        return new Absence
        {
            StaffId = staffId,
            From = first.Value,
            Until = last.Value,
            Reason = why,
        };
    }

    /// <summary>Takes it back, or lets it hold again.</summary>
    /// <param name="off">True takes it back.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public void Remove(bool off, Instant utcNow) => RemovedAt = off ? utcNow : null;
}
