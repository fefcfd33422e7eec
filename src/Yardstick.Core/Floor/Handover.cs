using System.Linq.Expressions;
using Yardstick.Core.Values;

namespace Yardstick.Core.Floor;

/// <summary>A vehicle handed from one person to another: not done until it is taken; until then both see it.</summary>
public class Handover
{
    /// <summary>Those that nobody took yet.</summary>
    public static readonly Expression<Func<Handover, bool>> Waiting = handover => handover.TakenAt == null && handover.WithdrawnAt == null;

    private const int LongestNote = 300;

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The order.</summary>
    public long OrderId { get; init; }

    /// <summary>Who hands it over.</summary>
    public long FromId { get; init; }

    /// <summary>Who is to take it.</summary>
    public long ToId { get; init; }

    /// <summary>What the other is to know.</summary>
    public string Note { get; init; } = "";

    /// <summary>The stage to which it moves when it is taken; null for the one it is in.</summary>
    public long? StageId { get; init; }

    /// <summary>Handed over, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>Taken, UTC; null while it is not.</summary>
    public Instant? TakenAt { get; internal set; }

    /// <summary>Taken back by who handed it over, or refused by the other, UTC.</summary>
    public Instant? WithdrawnAt { get; internal set; }

    /// <summary>Who took it back or refused it.</summary>
    public long? WithdrawnById { get; internal set; }

    /// <summary>Nobody took it yet.</summary>
    public bool IsOpen => TakenAt is null && WithdrawnAt is null;

    /// <summary>Hands a vehicle over. Refuses with <c>handover.self</c> and <c>text.long</c>.</summary>
    /// <param name="orderId">Its order.</param>
    /// <param name="toId">Who is to take it.</param>
    /// <param name="note">What the other is to know, up to 300 characters.</param>
    /// <param name="stageId">The stage to which it moves when it is taken; null for none.</param>
    /// <param name="actor">Who hands it over.</param>
    public static Result<Handover> Offer(long orderId, long toId, string? note, long? stageId, Actor actor)
    {
        var typed = (note ?? "").Trim();
        if (typed.Length > LongestNote)
            return TextInput.TooLong(LongestNote, "note", "A note");
        if (toId == actor.StaffId)
            return new Problem("handover.self", "Choose someone else to hand this vehicle to.", "toId");
        return new Handover
        {
            OrderId = orderId,
            FromId = actor.StaffId,
            ToId = toId,
            Note = typed,
            StageId = stageId,
            At = actor.At,
        };
    }

    /// <summary>The other takes it. Refuses with <c>handover.over</c> and <c>handover.notYours</c>.</summary>
    public Result Take(Actor actor)
    {
        if (!IsOpen)
            return Over;
        if (actor.StaffId != ToId)
            return new Problem("handover.notYours", "This vehicle was handed to someone else.");
        TakenAt = actor.At;
        return Result.Done;
    }

    /// <summary>Who handed it over takes it back, or the other refuses it. Refuses with the same codes.</summary>
    public Result Withdraw(Actor actor)
    {
        if (!IsOpen)
            return Over;
        if (actor.StaffId != FromId && actor.StaffId != ToId)
            return new Problem("handover.notYours", "This vehicle was handed to someone else.");
        (WithdrawnAt, WithdrawnById) = (actor.At, actor.StaffId);
        return Result.Done;
    }

    /// <summary>Another handover of the same vehicle takes its place.</summary>
    public void GiveWay(Actor actor)
    {
        if (IsOpen)
            (WithdrawnAt, WithdrawnById) = (actor.At, actor.StaffId);
    }

    private static readonly Problem Over = new("handover.over", "This handover is over already. Reload the page.");
}
