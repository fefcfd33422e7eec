namespace Yardstick.Server.Billing;

/// <summary>
/// Looks up card charges whose answer was lost, also after the program was stopped: nobody has to open the invoice for it.
/// </summary>
public sealed class CardRounds(CardTalk talk, TimeProvider time, ILogger<CardRounds> log) : BackgroundService
{
    private static readonly TimeSpan Pause = TimeSpan.FromMinutes(1);

    /// <inheritdoc />
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var timer = new PeriodicTimer(Pause, time);
        do
        {
            try
            {
                await AskAsync();
            }
            catch (Exception problem) when (problem is not OperationCanceledException)
            {
                log.LogError(problem, "A round of looking up card charges failed; the next one tries again.");
            }
        } while (await timer.WaitForNextTickAsync(stoppingToken));
    }

    /// <summary>Asks for every charge that is open, one after the other: there is one terminal.</summary>
    internal async Task AskAsync()
    {
        foreach (var id in await talk.PendingAsync())
            await talk.AskAgainAsync(id);
    }
}
