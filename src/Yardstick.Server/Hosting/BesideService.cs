namespace Yardstick.Server.Hosting;

/// <summary>
/// Work beside what people do: it begins once the server answers, and a moment later, so that who comes first after a start does not wait
/// for it.
/// </summary>
public abstract class BesideService : BackgroundService, IHostedLifecycleService
{
    private static readonly TimeSpan Moment = TimeSpan.FromSeconds(2);

    /// <summary>The work, until the program stops.</summary>
    protected abstract Task WorkAsync(CancellationToken cancel);

    /// <inheritdoc />
    protected sealed override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        await Task.Delay(Moment, stoppingToken);
        await WorkAsync(stoppingToken);
    }

    /// <inheritdoc />
    public sealed override Task StartAsync(CancellationToken cancellationToken) => Task.CompletedTask;

    /// <inheritdoc />
    public Task StartedAsync(CancellationToken cancellationToken) => base.StartAsync(cancellationToken);

    Task IHostedLifecycleService.StartingAsync(CancellationToken cancellationToken) => Task.CompletedTask;

    Task IHostedLifecycleService.StoppingAsync(CancellationToken cancellationToken) => Task.CompletedTask;

    Task IHostedLifecycleService.StoppedAsync(CancellationToken cancellationToken) => Task.CompletedTask;
}
