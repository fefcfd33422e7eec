using Yardstick.Server.Safety;

namespace Yardstick.Server.Setup;

/// <summary>
/// Keeps guessing slow. Tries for one name go one after the other, so that none is counted away by another, and each name has
/// its own few wrong ones a minute, wherever they come from.
/// </summary>
public sealed class SignInTries : IDisposable
{
    private const int WrongAMinute = 20;
    private readonly SemaphoreSlim[] turns = [.. Enumerable.Range(0, 64).Select(_ => new SemaphoreSlim(1, 1))];
    private readonly TryLimit perName = new(WrongAMinute, TimeSpan.FromMinutes(1));

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
            if (!perName.Try(key, counts: 0))
                return null;
            var tried = await attempt();
            if (!right(tried))
                perName.Try(key);
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
        foreach (var turn in turns)
            turn.Dispose();
    }
}
