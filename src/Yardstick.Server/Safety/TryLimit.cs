using System.Collections.Concurrent;
using System.Diagnostics;
using System.Threading.RateLimiting;

namespace Yardstick.Server.Safety;

/// <summary>
/// Counts tries by a key, so many in a time for each. The library's own partitions look ten times a second for what they can let go of,
/// which is what a shop in which nobody works would spend most on; here that is done when somebody tries.
/// </summary>
/// <param name="most">How many of one key.</param>
/// <param name="window">In what time.</param>
internal sealed class TryLimit(int most, TimeSpan window)
{
    private readonly ConcurrentDictionary<string, FixedWindowRateLimiter> held = new();
    private long looked = Stopwatch.GetTimestamp();

    /// <summary>How many keys are held in memory.</summary>
    internal int Held => held.Count;

    /// <summary>Counts a try; false where there were too many.</summary>
    /// <param name="key">Whose.</param>
    /// <param name="counts">How many it counts as; 0 only asks whether there is one left.</param>
    public bool Try(string key, int counts = 1)
    {
        LetGo();
        var limiter = held.GetOrAdd(key, _ => new(
                new FixedWindowRateLimiterOptions
                {
                    PermitLimit = most,
                    Window = window,
                    AutoReplenishment = false,
                }
            ));
        limiter.TryReplenish();
        using var lease = limiter.AttemptAcquire(counts);
        return lease.IsAcquired;
    }

    // Whoever was not here for the whole of the time may begin anew, as if nobody knew them.
    private void LetGo()
    {
        var last = Interlocked.Read(ref looked);
        if (Stopwatch.GetElapsedTime(last) < window || Interlocked.CompareExchange(ref looked, Stopwatch.GetTimestamp(), last) != last)
            return;
        foreach (var (key, limiter) in held)
            if (limiter.TryReplenish() && limiter.IdleDuration is not null)
                held.TryRemove(key, out _);
    }
}
