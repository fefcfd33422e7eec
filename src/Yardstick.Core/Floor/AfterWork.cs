using System.Linq.Expressions;
using Yardstick.Core.Values;

namespace Yardstick.Core.Floor;

/// <summary>
/// Work that runs beside the stage once a vehicle is done, such as washing it: for its own people, with the keys, and they come back.
/// </summary>
public class AfterWork
{
    private const int LongestTitle = 60;

    /// <summary>The one that is asked for at check-in.</summary>
    public const string Wash = "Wash";

    /// <summary>Those that are still to be done, or whose keys are not back.</summary>
    public static readonly Expression<Func<AfterWork, bool>> Open = work => work.KeysBackAt == null && work.RemovedAt == null;

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The order.</summary>
    public long OrderId { get; init; }

    /// <summary>What is to be done, 1 to 60 characters.</summary>
    public string Title { get; init; } = "";

    /// <summary>Somebody is on it, UTC; null while nobody is.</summary>
    public Instant? BegunAt { get; internal set; }

    /// <summary>Who has the keys, and does it.</summary>
    public long? ById { get; internal set; }

    /// <summary>Done, UTC; null while it is not.</summary>
    public Instant? DoneAt { get; internal set; }

    /// <summary>The keys are back, UTC; null while they are not.</summary>
    public Instant? KeysBackAt { get; internal set; }

    /// <summary>Nobody wants it any more, UTC.</summary>
    public Instant? RemovedAt { get; internal set; }

    /// <summary>Counts up with every change.</summary>
    public int Version { get; internal set; } = 1;

    /// <summary>It is still to be done, or the keys are not back.</summary>
    public bool IsOpen => RemovedAt is null && KeysBackAt is null;

    /// <summary>Asks for it. Refuses with <c>afterWork.title</c> and <c>afterWork.twice</c>.</summary>
    /// <param name="orderId">The order.</param>
    /// <param name="title">What is to be done.</param>
    /// <param name="others">What was asked for of the same order.</param>
    public static Result<AfterWork> Ask(long orderId, string? title, IEnumerable<AfterWork> others)
    {
        var typed = (title ?? "").Trim();
        if (typed.Length is 0 or > LongestTitle)
            return new Problem("afterWork.title", "Say in up to 60 characters what is to be done.", "title");
        return others.Any(o => o.IsOpen && string.Equals(o.Title, typed, StringComparison.OrdinalIgnoreCase))
            ? new Problem("afterWork.twice", $"{typed} is on this order's list already.", "title")
            : new AfterWork { OrderId = orderId, Title = typed };
    }

    /// <summary>
    /// Somebody takes the keys, is done, or has put the keys back: one step each. Refuses with <c>afterWork.over</c> and
    /// <c>afterWork.step</c>.
    /// </summary>
    /// <param name="step">Which.</param>
    /// <param name="actor">Who.</param>
    public Result Go(AfterWorkStep step, Actor actor)
    {
        if (RemovedAt is not null)
            return Over;
        switch (step)
        {
            case AfterWorkStep.Waiting:
                (BegunAt, ById, DoneAt, KeysBackAt) = (null, null, null, null);
                break;
            case AfterWorkStep.Begun:
                (BegunAt, ById, DoneAt, KeysBackAt) = (BegunAt ?? actor.At, ById ?? actor.StaffId, null, null);
                break;
            case AfterWorkStep.Done:
                (BegunAt, ById, DoneAt, KeysBackAt) = (BegunAt ?? actor.At, ById ?? actor.StaffId, DoneAt ?? actor.At, null);
                break;
            case AfterWorkStep.KeysBack:
                (BegunAt, ById, DoneAt, KeysBackAt) = (
                    BegunAt ?? actor.At,
                    ById ?? actor.StaffId,
                    DoneAt ?? actor.At,
                    KeysBackAt ?? actor.At
                );
                break;
            default:
                return new Problem("afterWork.step", "Choose one of the steps.");
        }
        Version++;
        return Result.Done;
    }

    /// <summary>How far it is.</summary>
    public AfterWorkStep Step =>
        KeysBackAt is not null ? AfterWorkStep.KeysBack
        : DoneAt is not null ? AfterWorkStep.Done
        : BegunAt is not null ? AfterWorkStep.Begun
        : AfterWorkStep.Waiting;

    /// <summary>Takes it off the list, or puts it back.</summary>
    /// <param name="off">True takes it off.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public void Remove(bool off, Instant utcNow) => (RemovedAt, Version) = (off ? utcNow : null, Version + 1);

    private static readonly Problem Over = new("afterWork.over", "This was taken off the list. Reload the page.");
}
