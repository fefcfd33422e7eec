namespace Yardstick.Server.Purchasing;

/// <summary>Keeps talking to suppliers in the background.</summary>
public sealed class SupplierRounds(SupplierTalk talk, TimeProvider time, ILogger<SupplierRounds> log) : BackgroundService
{
    private static readonly TimeSpan Pause = TimeSpan.FromSeconds(30);

    /// <inheritdoc />
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var timer = new PeriodicTimer(Pause, time);
        while (await timer.WaitForNextTickAsync(stoppingToken))
        {
            try
            {
                foreach (var id in await talk.OpenAsync(stoppingToken)) await talk.TalkAsync(id, stoppingToken);
            }
            catch (Exception problem) when (problem is not OperationCanceledException)
            {
                log.LogError(problem, "A round of asking suppliers failed; the next one tries again.");
            }
        }
    }
}
