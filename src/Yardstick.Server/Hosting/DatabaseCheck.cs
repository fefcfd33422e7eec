using Microsoft.AspNetCore.SignalR;
using Yardstick.Data;
using Yardstick.Server.Live;

namespace Yardstick.Server.Hosting;

/// <summary>
/// After an unclean stop, goes through a large database while people work. Where it is damaged, nothing more is written into it: the
/// program tells open screens why, stops with the sentence, and starts again only on what is whole.
/// </summary>
internal sealed class DatabaseCheck(ShopFile file, IHubContext<LiveHub> hub, IHostApplicationLifetime lifetime, ILogger<DatabaseCheck> log)
    : BesideService
{
    /// <summary>What people at work read then; what is damaged where is in the log.</summary>
    internal const string Stopped =
        "Yardstick stopped: the shop's records on the server are damaged, and writing on could lose more. Tell whoever looks after the server to restore a backup.";

    /// <inheritdoc />
    protected override async Task WorkAsync(CancellationToken cancel)
    {
        if (!file.IsChecking)
            return;
        // Whoever starts is served first.
        var started = new TaskCompletionSource(TaskCreationOptions.RunContinuationsAsynchronously);
        await using (lifetime.ApplicationStarted.Register(started.SetResult))
            await started.Task.WaitAsync(cancel);
        log.LogInformation("It was not stopped in order; the database is being checked.");
        try
        {
            await file.CheckBesideAsync(cancel);
            log.LogInformation("The database was checked and is whole.");
        }
        catch (ShopFileException)
        {
            log.LogCritical("The database is damaged. Yardstick stops, so that nothing more is lost.");
            await TellAsync(cancel);
            lifetime.StopApplication();
        }
    }

    private async Task TellAsync(CancellationToken cancel)
    {
        try
        {
            await hub.Clients.All.SendAsync("stopped", Stopped, cancel).WaitAsync(TimeSpan.FromSeconds(2), cancel);
        }
        catch (Exception fault) when (fault is TimeoutException or InvalidOperationException or IOException or OperationCanceledException)
        {
            log.LogWarning(fault, "Screens could not be told why Yardstick stops.");
        }
    }
}
