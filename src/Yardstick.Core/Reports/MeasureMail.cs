using Yardstick.Core.Values;

namespace Yardstick.Core.Reports;

/// <summary>A page of measures that goes out by email by itself, as PDF.</summary>
public class MeasureMail
{
    /// <summary>A shop has at most so many.</summary>
    public const int Most = 20;

    /// <summary>It no longer exists.</summary>
    public static readonly Problem Gone = new("measureMail.gone", "This email was already stopped. Reload the page.");

    /// <summary>The hour of the day from which it goes out.</summary>
    private static readonly LocalTime From = new(6, 0);

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The page.</summary>
    public MeasurePage Page { get; init; }

    /// <summary>When.</summary>
    public MeasureMailTime Time { get; init; }

    /// <summary>Email address.</summary>
    public required string Address { get; init; }

    /// <summary>Who set it up; while they may not see measures, none goes out.</summary>
    public long MadeById { get; init; }

    /// <summary>When that was, UTC.</summary>
    public Instant MadeAt { get; init; }

    /// <summary>The day for which the last one went out, or on which it was set up: the next is a later one's.</summary>
    public LocalDate SentFor { get; internal set; }

    /// <summary>
    /// Sets one up; the first goes out at the next time, not at once. Refuses with codes of email addresses, <c>measureMail.twice</c> and
    /// <c>measureMail.many</c>.
    /// </summary>
    /// <param name="page">The page.</param>
    /// <param name="time">When.</param>
    /// <param name="address">As typed.</param>
    /// <param name="all">Those that there are.</param>
    /// <param name="localNow">Wall time.</param>
    /// <param name="actor">Who.</param>
    public static Result<MeasureMail> Create(
        MeasurePage page,
        MeasureMailTime time,
        string? address,
        IReadOnlyList<MeasureMail> all,
        LocalDateTime localNow,
        Actor actor
    )
    {
        var email = EmailAddress.Parse(address);
        if (email.Problem is { } problem)
            return problem with { Field = "address" };
        if (all.Any(m => m.Page == page && m.Time == time && m.Address == email.Value.Text))
            return new Problem("measureMail.twice", "This page goes to this address then already.", "address");
        if (all.Count >= Most)
            return new Problem("measureMail.many", Invariant($"There are {Most} such emails. Stop one first."));
        return new MeasureMail
        {
            Page = page,
            Time = time,
            Address = email.Value.Text,
            MadeById = actor.StaffId,
            MadeAt = actor.At,
            SentFor = LastDay(time, localNow),
        };
    }

    /// <summary>
    /// The day for which one is to go out; null where none is. After days without the program there is one, about the last day or month.
    /// </summary>
    /// <param name="localNow">Wall time.</param>
    public LocalDate? DueFor(LocalDateTime localNow) => LastDay(Time, localNow) is var day && day > SentFor ? day : null;

    /// <summary>It went out.</summary>
    /// <param name="day">The day for which.</param>
    public void WasSent(LocalDate day) => SentFor = day;

    /// <summary>What it is about, as a period is typed.</summary>
    public string PeriodTyped => Time == MeasureMailTime.Morning ? "yesterday" : "last month";

    /// <summary>The last day that had its time already.</summary>
    private static LocalDate LastDay(MeasureMailTime time, LocalDateTime localNow)
    {
        var begun = localNow.TimeOfDay >= From ? localNow.Date : localNow.Date.PlusDays(-1);
        return time == MeasureMailTime.Morning ? begun : new LocalDate(begun.Year, begun.Month, 1);
    }
}
