using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Values;

namespace Yardstick.Server.Changes;

/// <summary>
/// Answers of commands are kept so that a repeat does nothing; after a week nobody repeats one, and they are forgotten. So are
/// sessions that are long over; who signed in when stands in records of its own.
/// </summary>
public sealed class OldCommandCleanup(SingleWriter gate, TimeProvider time) : BackgroundService
{
    private static readonly Duration Kept = Duration.FromDays(7);

    /// <inheritdoc />
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var daily = new PeriodicTimer(TimeSpan.FromDays(1), time);
        do await ForgetAsync(stoppingToken);
        while (await daily.WaitForNextTickAsync(stoppingToken));
    }

    /// <summary>Forgets what is older than a week.</summary>
    public Task<int> ForgetAsync(CancellationToken cancel)
    {
        var before = time.Now() - Kept;
        return gate.RunAsync(
            async db =>
            {
                await db.Sessions.Where(s => s.EndsAt < before).ExecuteDeleteAsync(cancel);
                return await db.Commands.Where(c => c.At < before).ExecuteDeleteAsync(cancel);
            },
            _ => true,
            cancel
        );
    }
}
