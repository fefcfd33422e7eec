using Yardstick.Core.Floor;
using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>The quality check by somebody who did not do the work.</summary>
public partial class Order
{
    private const int LongestCheckNote = 300;

    /// <summary>The work is finished and waits to be looked over; until that is passed the vehicle is not ready.</summary>
    public bool CheckPending { get; internal set; }

    /// <summary>When the check was passed, UTC; null while it was not.</summary>
    public Instant? CheckedAt { get; internal set; }

    /// <summary>Who passed it.</summary>
    public long? CheckedById { get; internal set; }

    /// <summary>What was checked, only added to. Not loaded with the order; new ones are saved.</summary>
    public List<QualityCheck> QualityChecks { get; } = [];

    /// <summary>Whether its work is to be looked over: the shop wants it of all work, or one of its jobs asks for it.</summary>
    /// <param name="shopChecks">The shop wants it of all work.</param>
    public bool IsToBeChecked(bool shopChecks) => VehicleId is not null && (shopChecks || ApprovedJobs.Any(j => j.CheckWanted));

    /// <summary>
    /// Somebody looked the work over and it is good: the vehicle is ready. Refuses with <c>check.notPending</c>, <c>check.own</c> and
    /// <c>text.long</c>.
    /// </summary>
    /// <param name="note">What was seen; may be empty.</param>
    /// <param name="workers">Who worked on it by the clock.</param>
    /// <param name="actor">Who looked.</param>
    public Result PassCheck(string? note, IReadOnlyCollection<long> workers, Actor actor)
    {
        if (MayCheck(note, workers, actor) is { } problem)
            return problem;
        (CheckPending, CheckedAt, CheckedById) = (false, actor.At, actor.StaffId);
        QualityChecks.Add(Checked(null, note, actor));
        Record("order", Id, "check", "waiting", "passed", Version + 1, actor);
        if (Stage < Stage.Done)
            MoveTo(Stage.Done, "The quality check was passed", actor);
        return Result.Done;
    }

    /// <summary>
    /// Somebody looked the work over and a job is to be done again: it is open again, and the vehicle goes back to work. Refuses with the
    /// codes of <see cref="PassCheck"/>, <c>check.note</c> and <c>job.gone</c>.
    /// </summary>
    /// <param name="jobId">The job.</param>
    /// <param name="note">What is to be done again.</param>
    /// <param name="workers">Who worked on it by the clock.</param>
    /// <param name="actor">Who looked.</param>
    public Result SendBack(long jobId, string? note, IReadOnlyCollection<long> workers, Actor actor)
    {
        if (MayCheck(note, workers, actor) is { } problem)
            return problem;
        if (Closed() is { } invoiced)
            return invoiced;
        if (string.IsNullOrWhiteSpace(note))
            return new Problem("check.note", "Say what is to be done again.", "note");
        var job = FindJob(jobId);
        if (job.Problem is { } gone)
            return gone;
        QualityChecks.Add(Checked(jobId, note, actor));
        Record("order", Id, "check", "waiting", $"{job.Value.Title} sent back: {note.Trim()}", Version + 1, actor);
        ReopenJob(jobId, actor);
        // Told on the bench where the technician reads how far the job is.
        job.Value.ProgressNote = Shortened($"Sent back: {note.Trim()}");
        CheckPending = false;
        if (Stage != Stage.InWork)
            MoveTo(Stage.InWork, $"{job.Value.Title} was sent back by the quality check", actor);
        return Result.Done;
    }

    /// <summary>Why somebody may not check it; null where they may. Codes <c>check.notPending</c> and <c>check.own</c>.</summary>
    /// <param name="workers">Who worked on it by the clock.</param>
    /// <param name="staffId">Who wants to check it.</param>
    public Problem? WhyNotChecked(IReadOnlyCollection<long> workers, long staffId)
    {
        // One that is invoiced is checked all the same: until then it is not ready.
        if (State is OrderState.Ended or OrderState.Voided && Closed() is { } closed)
            return closed;
        if (!CheckPending)
            return new Problem("check.notPending", "This vehicle does not wait for a quality check. Reload the page.");
        return workers.Contains(staffId) || Jobs.Exists(j => j.IsOn && j.FinishedById == staffId)
            ? new Problem("check.own", "You worked on this vehicle. Someone else has to check it.")
            : null;
    }

    private Problem? MayCheck(string? note, IReadOnlyCollection<long> workers, Actor actor) =>
        WhyNotChecked(workers, actor.StaffId)
        ?? ((note ?? "").Trim().Length > LongestCheckNote ? TextInput.TooLong(LongestCheckNote, "note", "A note") : null);

    private QualityCheck Checked(long? jobId, string? note, Actor actor) =>
        new()
        {
            OrderId = Id,
            JobId = jobId,
            Passed = jobId is null,
            Note = (note ?? "").Trim(),
            ById = actor.StaffId,
            At = actor.At,
        };

    private static string Shortened(string note) => note.Length > LongestProgressNote ? note[..(LongestProgressNote - 1)] + "…" : note;
}
