namespace Yardstick.Server.Hosting;

/// <summary>
/// Work that is done as soon as it is there, and looked for every now and then: waiting for its time takes real time, whatever clock the
/// shop has in a test. A round that fails is written down; the next tries again.
/// </summary>
/// <param name="pause">Longest time between two rounds.</param>
/// <param name="log">Where failures are written.</param>
public abstract class WokenService(TimeSpan pause, ILogger log) : BackgroundService
{
    private readonly SemaphoreSlim wake = new(0);

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

    /// <inheritdoc />
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        await BeginAsync();
        while (!stoppingToken.IsCancellationRequested)
            try
            {
                await RoundAsync(stoppingToken);
                // No exception where nothing came: one each second is what an idle program would spend most on.
                await wake.WaitAsync(pause, stoppingToken);
            }
            catch (Exception problem) when (!stoppingToken.IsCancellationRequested)
            {
                log.LogError(problem, "A round of {Service} failed; the next one tries again.", GetType().Name);
                await Task.Delay(pause, stoppingToken);
            }
    }
}
