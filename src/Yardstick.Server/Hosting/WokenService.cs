using System.Diagnostics;
using Yardstick.Core.Values;

namespace Yardstick.Server.Hosting;

/// <summary>
/// Work that is done as soon as it is there or its time has come. Waiting takes real time, whatever clock the shop has in a test: its
/// clock is looked at each second, the database only when something is due or was put in, and every now and then to be sure. A round
/// that fails is written down; the next tries again.
/// </summary>
/// <param name="time">The shop's clock.</param>
/// <param name="log">Where failures are written.</param>
public abstract class WokenService(TimeProvider time, ILogger log) : BesideService
{
    private static readonly TimeSpan Second = TimeSpan.FromSeconds(1);

    /// <summary>So long after a round it is looked again, though nobody said that something is there.</summary>
    private static readonly TimeSpan ToBeSure = TimeSpan.FromSeconds(30);
    private readonly SemaphoreSlim wake = new(0);

    /// <summary>The shop's clock.</summary>
    protected TimeProvider Clock { get; } = time;

    /// <summary>Something was put in: look now.</summary>
    public void Wake()
    {
        // Whoever waits is woken once, however much came in.
        if (wake.CurrentCount == 0)
            wake.Release();
    }

    /// <summary>Done once, before the first round.</summary>
    protected virtual Task BeginAsync() => Task.CompletedTask;

    /// <summary>One round.</summary>
    protected abstract Task RoundAsync(CancellationToken cancel);

    /// <summary>When the next thing that waits is due, UTC; null where nothing waits.</summary>
    protected abstract Task<Instant?> NextAsync(CancellationToken cancel);

    /// <inheritdoc />
    protected override async Task WorkAsync(CancellationToken cancel)
    {
        await BeginAsync();
        while (!cancel.IsCancellationRequested)
            try
            {
                await RoundAsync(cancel);
                // What the round itself changed does not wake it; what came in meanwhile is seen by what is asked next.
                await wake.WaitAsync(0, cancel);
                var next = await NextAsync(cancel);
                var looked = Stopwatch.GetTimestamp();
                // No exception where nothing came: one each second is what an idle program would spend most on.
                while (!await wake.WaitAsync(Second, cancel))
                    if (next <= Clock.Now() || Stopwatch.GetElapsedTime(looked) > ToBeSure)
                        break;
            }
            catch (Exception problem) when (!cancel.IsCancellationRequested)
            {
                log.LogError(problem, "A round of {Service} failed; the next one tries again.", GetType().Name);
                await Task.Delay(Second * 5, cancel);
            }
    }
}
