namespace Yardstick.Server.Hosting;

/// <summary>Work that the program does by itself, round after round. One that fails is written down; the next tries again.</summary>
/// <param name="pause">Time between two rounds.</param>
/// <param name="time">By which clock: the shop's, or the real one for what waits for others.</param>
/// <param name="log">Where failures are written.</param>
public abstract class RoundsService(TimeSpan pause, TimeProvider time, ILogger log) : BesideService
{
    /// <summary>The clock of its rounds.</summary>
    protected TimeProvider Clock { get; } = time;

    /// <summary>Time until the next round.</summary>
    private protected TimeSpan Pause { get; set; } = pause;

    /// <summary>One round.</summary>
    protected abstract Task RoundAsync(CancellationToken cancel);

    /// <inheritdoc />
    protected override async Task WorkAsync(CancellationToken cancel)
    {
        using var timer = new PeriodicTimer(Pause, Clock);
        do
        {
            try
            {
                await RoundAsync(cancel);
            }
            catch (Exception problem) when (problem is not OperationCanceledException)
            {
                log.LogError(problem, "A round of {Service} failed; the next one tries again.", GetType().Name);
            }
            timer.Period = Pause;
        } while (await timer.WaitForNextTickAsync(cancel));
    }
}
