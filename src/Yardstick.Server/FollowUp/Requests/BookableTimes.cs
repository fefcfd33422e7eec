using System.Collections.Concurrent;
using Yardstick.Core.Values;
using Yardstick.Server.Changes;
using Yardstick.Server.Live;

namespace Yardstick.Server.FollowUp;

/// <summary>
/// What is free, as strangers ask for it: computed once for each choice of services after a change, one at a time, so that a flood of
/// questions costs no more than one. Taking a time looks anew.
/// </summary>
internal sealed class BookableTimes : IDisposable
{
    private const int Most = 64;
    private static readonly HashSet<TopicKind> Kinds =
    [
        TopicKind.Calendar,
        TopicKind.Floor,
        TopicKind.Orders,
        TopicKind.Setup,
        TopicKind.Times,
        TopicKind.Requests,
    ];
    private static readonly TimeSpan Good = TimeSpan.FromMinutes(1);
    private readonly ConcurrentDictionary<string, Held> held = new();
    private readonly SemaphoreSlim one = new(1, 1);
    private readonly TimeProvider time;
    private long changes;

    private sealed record Held(long Changes, Instant At, IReadOnlyList<BookingPages.BookableDay> Days);

    /// <summary>Makes it.</summary>
    public BookableTimes(ChangeFeed feed, TimeProvider time)
    {
        this.time = time;
        feed.Published += topics =>
        {
            if (topics.Any(t => Kinds.Contains(t.Kind)))
                Interlocked.Increment(ref changes);
        };
    }

    /// <summary>The days of a choice of services.</summary>
    /// <param name="choice">The services, always written the same.</param>
    /// <param name="compute">Computes them.</param>
    internal async Task<IReadOnlyList<BookingPages.BookableDay>> OfAsync(
        string choice,
        Func<Task<IReadOnlyList<BookingPages.BookableDay>>> compute
    )
    {
        if (held.TryGetValue(choice, out var known) && IsGood(known))
            return known.Days;
        await one.WaitAsync();
        try
        {
            if (held.TryGetValue(choice, out var made) && IsGood(made))
                return made.Days;
            if (held.Count >= Most)
                held.Clear();
            var (seen, at) = (Interlocked.Read(ref changes), time.Now());
            var days = await compute();
            held[choice] = new Held(seen, at, days);
            return days;
        }
        finally
        {
            one.Release();
        }
    }

    private bool IsGood(Held what) => what.Changes == Interlocked.Read(ref changes) && time.Now().Apart(what.At) < Good;

    /// <inheritdoc />
    public void Dispose() => one.Dispose();
}
