using Yardstick.Core.Values;

namespace Yardstick.Core.Floor;

/// <summary>Present for the day.</summary>
public class Attendance
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>Who.</summary>
    public long StaffId { get; init; }

    /// <summary>Came, UTC.</summary>
    public Instant Start { get; internal set; }

    /// <summary>Went, UTC; null while here.</summary>
    public Instant? End { get; internal set; }

    /// <summary>When the counter was told that it was forgotten, UTC; null while it was not.</summary>
    public Instant? ToldAt { get; internal set; }

    /// <summary>The counter is told that it was forgotten; once.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    public void Tell(Instant utcNow) => ToldAt ??= utcNow;

    /// <summary>They went for a break, not for the day.</summary>
    public bool EndsInBreak { get; internal set; }

    /// <summary>
    /// A time that nobody clocked, added afterwards. Refuses with the codes of <see cref="Correct"/>.
    /// </summary>
    /// <param name="staffId">Whose it is.</param>
    /// <param name="time">When, and why.</param>
    /// <param name="others">The person's other times of being there.</param>
    /// <param name="actor">Who adds it.</param>
    public static Result<Attendance> Add(long staffId, CorrectedTime time, IEnumerable<Attendance> others, Actor actor)
    {
        var made = new Attendance { StaffId = staffId, Start = time.Start };
        return made.Correct(time, others, actor).Problem is { } problem ? problem : made;
    }

    /// <summary>What is kept of a time that was added: before it there was none.</summary>
    /// <param name="time">When, and why.</param>
    /// <param name="actor">Who added it.</param>
    public TimeCorrection Added(CorrectedTime time, Actor actor) => time.KeptFor(StaffId, null, Id, time.Start, time.Start, actor);

    /// <summary>
    /// Corrects it afterwards. Refuses with <c>time.order</c>, <c>time.future</c>, <c>time.reason</c>, <c>text.long</c> and
    /// <c>time.overlap</c>.
    /// </summary>
    /// <param name="to">What it should have been.</param>
    /// <param name="others">The person's other times of being there.</param>
    /// <param name="actor">Who corrects it.</param>
    public Result<TimeCorrection> Correct(CorrectedTime to, IEnumerable<Attendance> others, Actor actor)
    {
        if (to.Check(actor.At) is { } problem)
            return problem;
        if (others.FirstOrDefault(o => o.Id != Id && o.Start < to.End && to.Start < (o.End ?? actor.At)) is not null)
            return new Problem("time.overlap", "The person was clocked in for part of this time already. Correct that one first.", "start");
        var kept = to.KeptFor(StaffId, null, Id, Start, End, actor);
        (Start, End) = (to.Start, to.End);
        return kept;
    }

    /// <summary>They went.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    internal void Leave(Instant utcNow) => End = utcNow;
}
