using Yardstick.Core.Values;

namespace Yardstick.Core.Floor;

/// <summary>Time on a job's clock.</summary>
public class TimeEntry
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>Who.</summary>
    public long StaffId { get; init; }

    /// <summary>The job.</summary>
    public long JobId { get; init; }

    /// <summary>Its order.</summary>
    public long OrderId { get; init; }

    /// <summary>On, UTC.</summary>
    public Instant Start { get; internal set; }

    /// <summary>Off, UTC; null while on the clock.</summary>
    public Instant? End { get; internal set; }

    /// <summary>When the counter was told that it was forgotten, UTC; null while it was not.</summary>
    public Instant? ToldAt { get; internal set; }

    /// <summary>The counter is told that it was forgotten; once.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    public void Tell(Instant utcNow) => ToldAt ??= utcNow;

    /// <summary>Hours so far.</summary>
    public decimal Hours(Instant utcNow) => (decimal)((End ?? utcNow) - Start).TotalHours;

    /// <summary>
    /// Corrects it afterwards. Refuses with <c>time.order</c>, <c>time.future</c>, <c>time.reason</c>, <c>text.long</c> and
    /// <c>time.overlap</c>.
    /// </summary>
    /// <param name="to">What it should have been.</param>
    /// <param name="others">The person's other times on jobs.</param>
    /// <param name="actor">Who corrects it.</param>
    public Result<TimeCorrection> Correct(CorrectedTime to, IEnumerable<TimeEntry> others, Actor actor)
    {
        if (to.Check(actor.At) is { } problem)
            return problem;
        if (others.FirstOrDefault(o => o.Id != Id && o.Start < to.End && to.Start < (o.End ?? actor.At)) is not null)
            return new Problem("time.overlap", "The person is on another job in part of this time. Correct that one first.", "start");
        var kept = to.KeptFor(StaffId, Id, null, Start, End, actor);
        (Start, End) = (to.Start, to.End);
        return kept;
    }

    /// <summary>Stops the clock; one that was stopped stays so since then.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    public void Stop(Instant utcNow) => End ??= utcNow;
}
