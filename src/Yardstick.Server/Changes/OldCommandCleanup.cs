using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Imports;
using Yardstick.Core.Values;
using Yardstick.Server.Hosting;

namespace Yardstick.Server.Changes;

/// <summary>
/// Answers of commands are kept so that a repeat does nothing; after a week nobody repeats one, and they are forgotten. So are
/// sessions that are long over; who signed in when stands in records of its own.
/// </summary>
public sealed class OldCommandCleanup(SingleWriter gate, TimeProvider time, ILogger<OldCommandCleanup> log)
    : RoundsService(TimeSpan.FromDays(1), time, log)
{
    private static readonly Duration Kept = Duration.FromDays(7);

    /// <inheritdoc />
    protected override Task RoundAsync(CancellationToken cancel) => ForgetAsync(cancel);

    /// <summary>Forgets what is older than a week.</summary>
    public Task<int> ForgetAsync(CancellationToken cancel)
    {
        var before = Clock.Now() - Kept;
        return gate.RunAsync(
            async db =>
            {
                var messagesBefore = Clock.Now() - WebhookMessage.Kept;
                await db.WebhookMessages.Where(m => m.At < messagesBefore && m.DueAt == null).ExecuteDeleteAsync(cancel);
                await db.Sessions.Where(s => s.EndsAt < before).ExecuteDeleteAsync(cancel);
                return await db.Commands.Where(c => c.At < before).ExecuteDeleteAsync(cancel);
            },
            _ => true,
            cancel
        );
    }
}
