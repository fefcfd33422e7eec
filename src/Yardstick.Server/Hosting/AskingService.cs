namespace Yardstick.Server.Hosting;

/// <summary>
/// Asks a service outside, round after round, by the real clock; one that does not answer is asked less often until it does, and one that
/// is silent for minutes less often still.
/// </summary>
/// <param name="pause">Time between two rounds while it answers.</param>
/// <param name="log">Where failures are written.</param>
public abstract class AskingService(TimeSpan pause, ILogger log) : RoundsService(pause, TimeProvider.System, log)
{
    private static readonly (TimeSpan AtFirst, TimeSpan InTheEnd) Longest = (TimeSpan.FromSeconds(15), TimeSpan.FromMinutes(1));
    private const int SilentForMinutes = 20;
    private readonly TimeSpan answering = pause;
    private int silent;

    /// <summary>Asks once, and takes what it says; false where it does not answer.</summary>
    protected abstract Task<bool> AskAsync(CancellationToken cancel);

    /// <inheritdoc />
    protected sealed override async Task RoundAsync(CancellationToken cancel)
    {
        silent = await AskAsync(cancel) ? 0 : silent + 1;
        var longest = silent < SilentForMinutes ? Longest.AtFirst : Longest.InTheEnd;
        Pause =
            silent == 0 ? answering
            : Pause * 2 < longest ? Pause * 2
            : longest;
    }
}
