namespace Yardstick.Server.Hosting;

/// <summary>Work beside what people do: it begins once the server answers, so that nobody waits for it at a start.</summary>
public abstract class BesideService : BackgroundService, IHostedLifecycleService
{
    /// <inheritdoc />
    public sealed override Task StartAsync(CancellationToken cancellationToken) => Task.CompletedTask;

    /// <inheritdoc />
    public Task StartedAsync(CancellationToken cancellationToken) => base.StartAsync(cancellationToken);

    Task IHostedLifecycleService.StartingAsync(CancellationToken cancellationToken) => Task.CompletedTask;

    Task IHostedLifecycleService.StoppingAsync(CancellationToken cancellationToken) => Task.CompletedTask;

    Task IHostedLifecycleService.StoppedAsync(CancellationToken cancellationToken) => Task.CompletedTask;
}
