using System.Threading.RateLimiting;

namespace Yardstick.Server.Setup;

/// <summary>
/// Keeps guessing slow. Tries for one name go one after the other, so that none is counted away by another, and each name has
/// its own few wrong ones a minute, wherever they come from.
/// </summary>
public sealed class SignInTries : IDisposable
{
    private const int WrongAMinute = 20;
    private readonly SemaphoreSlim[] turns = [.. Enumerable.Range(0, 64).Select(_ => new SemaphoreSlim(1, 1))];
    private readonly PartitionedRateLimiter<string> perName = PartitionedRateLimiter.Create<string, string>(name =>
        RateLimitPartition.GetFixedWindowLimiter(name, _ => new FixedWindowRateLimiterOptions
        {
            PermitLimit = WrongAMinute,
            Window = TimeSpan.FromMinutes(1),
        })
    );

    /// <summary>Runs a try in its turn; null where this name was tried too often this minute.</summary>
    /// <param name="name">A sign-in name, or the key of whoever types a PIN.</param>
    /// <param name="attempt">The try.</param>
    /// <param name="right">Whether it was right; only wrong ones count.</param>
    public async Task<T?> RunAsync<T>(string name, Func<Task<T>> attempt, Func<T, bool> right)
        where T : class
    {
        var key = name.ToUpperInvariant();
        var turn = turns[(uint)key.GetHashCode() % (uint)turns.Length];
        await turn.WaitAsync();
        try
        {
            using (var free = perName.AttemptAcquire(key, 0))
            {
                if (!free.IsAcquired)
                    return null;
            }
            var tried = await attempt();
            if (!right(tried))
                perName.AttemptAcquire(key).Dispose();
            return tried;
        }
        finally
        {
            turn.Release();
        }
    }

    /// <inheritdoc />
    public void Dispose()
    {
        perName.Dispose();
        foreach (var turn in turns)
            turn.Dispose();
    }
}
