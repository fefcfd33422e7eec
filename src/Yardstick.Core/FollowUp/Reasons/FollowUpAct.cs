using Yardstick.Core.Values;

namespace Yardstick.Core.FollowUp;

/// <summary>Something that was done about a reason to get in touch. Only added to; one that was a mistake is taken back.</summary>
public class FollowUpAct
{
    private const int LongestNote = 300,
        FurthestDays = 3 * 366;

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>Why.</summary>
    public FollowUpKind Kind { get; init; }

    /// <summary>Key of the job, finding, reminder, order, appointment or vehicle that is the reason.</summary>
    public long SourceId { get; init; }

    /// <summary>The customer.</summary>
    public long CustomerId { get; init; }

    /// <summary>The vehicle; null for none.</summary>
    public long? VehicleId { get; init; }

    /// <summary>What the reason was called then.</summary>
    public string Title { get; init; } = "";

    /// <summary>What was done.</summary>
    public FollowUpActKind What { get; init; }

    /// <summary>What was said, or why.</summary>
    public string Note { get; init; } = "";

    /// <summary>Put off until this day.</summary>
    public LocalDate? Until { get; init; }

    /// <summary>The message.</summary>
    public long? MessageId { get; init; }

    /// <summary>What stands behind the booking page's address in the message, so that it is known when they opened it; empty for none.</summary>
    public string LinkKey { get; init; } = "";

    /// <summary>When the link was opened first, UTC; null while it was not.</summary>
    public Instant? OpenedAt { get; internal set; }

    /// <summary>When, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>Who; 0 for the program by itself.</summary>
    public long ById { get; init; }

    /// <summary>Taken back, UTC; null while it counts.</summary>
    public Instant? TakenBackAt { get; internal set; }

    /// <summary>The customer was asked by it, so that nobody asks again soon.</summary>
    public bool Asks => What is FollowUpActKind.Messaged or FollowUpActKind.Reached or FollowUpActKind.LeftWord;

    /// <summary>
    /// Notes a call, puts off or closes. Refuses with <c>followUp.act</c>, <c>followUp.until</c>, <c>followUp.reason</c> and
    /// <c>text.long</c>.
    /// </summary>
    /// <param name="reason">The reason to get in touch.</param>
    /// <param name="what">What was done; a message is written by <see cref="Written"/>.</param>
    /// <param name="note">What was said, or why.</param>
    /// <param name="until">The day that it is put off to.</param>
    /// <param name="today">Today in the shop.</param>
    /// <param name="actor">Who.</param>
    public static Result<FollowUpAct> Noted(
        FollowUpReason reason,
        FollowUpActKind what,
        string? note,
        LocalDate? until,
        LocalDate today,
        Actor actor
    )
    {
        var typed = (note ?? "").Trim();
        if (what == FollowUpActKind.Messaged || !Enum.IsDefined(what))
            return new Problem("followUp.act", "Choose what was done: a call, put off, or closed.", "what");
        if (typed.Length > LongestNote)
            return TextInput.TooLong(LongestNote, "note", "A note");
        if (what == FollowUpActKind.PutOff && (until is not { } day || day <= today || Period.DaysBetween(today, day) > FurthestDays))
            return new Problem("followUp.until", "Put it off to a day after today, within three years.", "until");
        if (what == FollowUpActKind.Closed && typed.Length == 0)
            return new Problem("followUp.reason", "Enter why nobody should ask about this again.", "note");
        return Of(reason, what, typed, what == FollowUpActKind.PutOff ? until : null, null, actor);
    }

    /// <summary>A message was written about a reason.</summary>
    /// <param name="reason">The reason to get in touch.</param>
    /// <param name="messageId">The message.</param>
    /// <param name="body">What it says; a link of its own in it is kept.</param>
    /// <param name="actor">Who wrote it.</param>
    public static FollowUpAct Written(FollowUpReason reason, long messageId, string body, Actor actor) =>
        Of(reason, FollowUpActKind.Messaged, "", null, messageId, actor, FollowUpLink.KeyIn(body));

    /// <summary>They opened the link in the message; the first time counts.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    public void Opened(Instant utcNow) => OpenedAt ??= utcNow;

    private static FollowUpAct Of(
        FollowUpReason reason,
        FollowUpActKind what,
        string note,
        LocalDate? until,
        long? messageId,
        Actor actor,
        string linkKey = ""
    ) =>
        new()
        {
            Kind = reason.Kind,
            SourceId = reason.SourceId,
            CustomerId = reason.CustomerId,
            VehicleId = reason.VehicleId,
            Title = reason.Title,
            What = what,
            Note = note,
            Until = until,
            MessageId = messageId,
            LinkKey = linkKey,
            At = actor.At,
            ById = actor.StaffId,
        };

    /// <summary>Takes it back, or has it count again. A message that went out is refused with <c>followUp.sent</c>.</summary>
    /// <param name="back">True takes it back.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public Result TakeBack(bool back, Instant utcNow)
    {
        if (What == FollowUpActKind.Messaged)
            return new Problem("followUp.sent", "A message that was written can't be taken back here. Cancel it under Messages.");
        TakenBackAt = back ? utcNow : null;
        return Result.Done;
    }

    /// <summary>What was done, in words.</summary>
    public string Words =>
        What switch
        {
            FollowUpActKind.Messaged => "wrote",
            FollowUpActKind.Reached => "called, talked to them",
            FollowUpActKind.LeftWord => "called, left a message",
            FollowUpActKind.NoAnswer => "called, no answer",
            FollowUpActKind.PutOff => Invariant($"put off until {Until:MMM d, yyyy}"),
            _ => "closed",
        };
}
