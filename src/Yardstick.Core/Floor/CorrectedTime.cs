using Yardstick.Core.Values;

namespace Yardstick.Core.Floor;

/// <summary>What a time should have been, and why it is corrected.</summary>
/// <param name="Start">Beginning, UTC.</param>
/// <param name="End">End, UTC.</param>
/// <param name="Reason">Why, 1 to 200 characters.</param>
public sealed record CorrectedTime(Instant Start, Instant End, string? Reason)
{
    private const int LongestReason = 200;

    /// <summary>What is wrong with it; null for nothing.</summary>
    internal Problem? Check(Instant utcNow)
    {
        if (End <= Start)
            return new Problem("time.order", "The end has to be later than the beginning.", "end");
        if (End > utcNow)
            return new Problem("time.future", "A time can't be corrected into the future.", "end");
        var typed = (Reason ?? "").Trim();
        if (typed.Length == 0)
            return new Problem("time.reason", "Enter why the time is corrected.", "reason");
        return typed.Length > LongestReason ? TextInput.TooLong(LongestReason, "reason", "A reason") : null;
    }

    internal TimeCorrection KeptFor(long staffId, long? entryId, long? attendanceId, Instant oldStart, Instant? oldEnd, Actor actor) =>
        new()
        {
            StaffId = staffId,
            TimeEntryId = entryId,
            AttendanceId = attendanceId,
            OldStart = oldStart,
            OldEnd = oldEnd,
            NewStart = Start,
            NewEnd = End,
            Reason = Reason!.Trim(),
            ById = actor.StaffId,
            At = actor.At,
        };
}
