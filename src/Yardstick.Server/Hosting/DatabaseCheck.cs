using Yardstick.Data;

namespace Yardstick.Server.Hosting;

/// <summary>
/// After an unclean stop, goes through a large database while people work. Where it is damaged, nothing more is written into it: the
/// program stops with the sentence, and starts again only on what is whole.
/// </summary>
internal sealed class DatabaseCheck(ShopFile file, IHostApplicationLifetime lifetime, ILogger<DatabaseCheck> log) : BackgroundService
{
    /// <inheritdoc />
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        if (!file.IsChecking)
            return;
        // Whoever starts is served first.
        var started = new TaskCompletionSource(TaskCreationOptions.RunContinuationsAsynchronously);
        await using (lifetime.ApplicationStarted.Register(started.SetResult))
            await started.Task.WaitAsync(stoppingToken);
        log.LogInformation("It was not stopped in order; the database is being checked.");
        try
        {
            await file.CheckBesideAsync(stoppingToken);
            log.LogInformation("The database was checked and is whole.");
        }
        catch (ShopFileException)
        {
            log.LogCritical("The database is damaged. Yardstick stops, so that nothing more is lost.");
            lifetime.StopApplication();
        }
    }
}
