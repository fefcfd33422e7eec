namespace Yardstick.Server.Hosting;

/// <summary>
/// Asks a service outside, round after round, by the real clock; one that does not answer is asked ever less often until it does.
/// </summary>
/// <param name="pause">Time between two rounds while it answers.</param>
/// <param name="log">Where failures are written.</param>
public abstract class AskingService(TimeSpan pause, ILogger log) : RoundsService(pause, TimeProvider.System, log)
{
    private static readonly TimeSpan Longest = TimeSpan.FromMinutes(1);
    private readonly TimeSpan answering = pause;

    /// <summary>Asks once, and takes what it says; false where it does not answer.</summary>
    protected abstract Task<bool> AskAsync(CancellationToken cancel);

    /// <inheritdoc />
    protected sealed override async Task RoundAsync(CancellationToken cancel) =>
        Pause =
            await AskAsync(cancel) ? answering
            : Pause * 2 < Longest ? Pause * 2
            : Longest;
}
