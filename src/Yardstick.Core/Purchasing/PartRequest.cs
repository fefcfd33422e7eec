using System.Linq.Expressions;
using Yardstick.Core.Values;

namespace Yardstick.Core.Purchasing;

/// <summary>A part that a technician asks for at the vehicle: in words, until somebody puts it on the order or answers.</summary>
public class PartRequest
{
    private const int LongestText = 200;

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The repair order.</summary>
    public long OrderId { get; init; }

    /// <summary>The job that it is for; null where nobody said.</summary>
    public long? JobId { get; init; }

    /// <summary>What is asked for, 1 to 200 characters.</summary>
    public required string Text { get; init; }

    /// <summary>Content hash of a photo of it; null for none.</summary>
    public string? PhotoHash { get; init; }

    /// <summary>When it was asked for, UTC.</summary>
    public Instant AskedAt { get; init; }

    /// <summary>Who asked.</summary>
    public long ById { get; init; }

    /// <summary>When it was answered, UTC; null while it waits.</summary>
    public Instant? AnsweredAt { get; internal set; }

    /// <summary>Who answered; null while it waits.</summary>
    public long? AnsweredById { get; internal set; }

    /// <summary>The line that was made of it; null for none.</summary>
    public long? LineId { get; internal set; }

    /// <summary>What was answered; empty where a line was made of it.</summary>
    public string Answer { get; internal set; } = "";

    /// <summary>Nobody answered yet.</summary>
    public static readonly Expression<Func<PartRequest, bool>> IsWaiting = request => request.AnsweredAt == null;

    /// <summary>Asks for a part. Refuses with <c>partRequest.text</c>.</summary>
    /// <param name="orderId">The repair order.</param>
    /// <param name="jobId">The job that it is for; null for none.</param>
    /// <param name="text">What is asked for.</param>
    /// <param name="photoHash">Content hash of a photo that was kept; null for none.</param>
    /// <param name="actor">Who.</param>
    public static Result<PartRequest> Ask(long orderId, long? jobId, string? text, string? photoHash, Actor actor) =>
        (text ?? "").Trim() is { Length: > 0 and <= LongestText } said
            ? new PartRequest
            {
                OrderId = orderId,
                JobId = jobId,
                Text = said,
                PhotoHash = photoHash,
                AskedAt = actor.At,
                ById = actor.StaffId,
            }
            : new Problem("partRequest.text", "Say which part you need, in up to 200 characters.", "text");

    /// <summary>A line of the order was made of it. Refuses with <c>partRequest.answered</c>.</summary>
    /// <param name="lineId">The line.</param>
    /// <param name="actor">Who.</param>
    public Result PutOnOrder(long lineId, Actor actor)
    {
        if (Answered() is { } answered)
            return answered;
        (AnsweredAt, AnsweredById, LineId) = (actor.At, actor.StaffId, lineId);
        return Result.Done;
    }

    /// <summary>Somebody answers without a line. Refuses with <c>partRequest.answered</c>, <c>partRequest.answer</c>.</summary>
    /// <param name="answer">What they say, 1 to 200 characters.</param>
    /// <param name="actor">Who.</param>
    public Result Reply(string? answer, Actor actor)
    {
        if (Answered() is { } answered)
            return answered;
        if ((answer ?? "").Trim() is not { Length: > 0 and <= LongestText } said)
            return new Problem("partRequest.answer", "Say what the technician should know, in up to 200 characters.", "answer");
        (AnsweredAt, AnsweredById, Answer) = (actor.At, actor.StaffId, said);
        return Result.Done;
    }

    /// <summary>The answer is taken back: it waits again. Nothing happens to a line that was made of it.</summary>
    public void Reopen() => (AnsweredAt, AnsweredById, LineId, Answer) = (null, null, null, "");

    /// <summary>What became of it, in words.</summary>
    /// <param name="by">Who answered.</param>
    public string StateWords(string by) =>
        AnsweredAt is null ? "Waiting for an answer"
        : LineId is not null ? $"Put on the order by {by}"
        : $"{by}: {Answer}";

    private Problem? Answered() =>
        AnsweredAt is null ? null : new Problem("partRequest.answered", $"\"{Text}\" was answered already. Look at the list again.");
}
