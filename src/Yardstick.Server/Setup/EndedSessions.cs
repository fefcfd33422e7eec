using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Live;

namespace Yardstick.Server.Setup;

/// <summary>Cuts off screens that listen by a session that lasts no more: signed out, gone, another role, over.</summary>
public sealed class EndedSessions(OpenScreens screens, IDbContextFactory<ShopDb> factory, TimeProvider time) : BackgroundService
{
    private static readonly TimeSpan Pause = TimeSpan.FromSeconds(15);

    /// <summary>Looks now.</summary>
    public async Task CloseEndedAsync()
    {
        var open = screens.Sessions;
        if (open.Count == 0)
            return;
        await using var db = await factory.CreateDbContextAsync();
        var lasting = await db.LastingSessions(time.Now()).Where(s => open.Contains(s.Id)).Select(s => s.Id).ToListAsync();
        screens.Close(open.Except(lasting).ToHashSet());
    }

    /// <inheritdoc />
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var timer = new PeriodicTimer(Pause, time);
        while (await timer.WaitForNextTickAsync(stoppingToken))
            await CloseEndedAsync();
    }
}
