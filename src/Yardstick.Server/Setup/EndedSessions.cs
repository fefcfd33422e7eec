using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Hosting;
using Yardstick.Server.Live;

namespace Yardstick.Server.Setup;

/// <summary>Cuts off screens that listen by a session that lasts no more: signed out, gone, another role, over.</summary>
public sealed class EndedSessions(OpenScreens screens, IDbContextFactory<ShopDb> factory, TimeProvider time, ILogger<EndedSessions> log)
    : RoundsService(TimeSpan.FromSeconds(15), time, log)
{
    /// <summary>Looks now.</summary>
    public async Task CloseEndedAsync()
    {
        var open = screens.Sessions;
        if (open.Count == 0)
            return;
        await using var db = await factory.CreateDbContextAsync();
        var lasting = await db.LastingSessions(Clock.Now()).Where(s => open.Contains(s.Id)).Select(s => s.Id).ToListAsync();
        screens.Close(open.Except(lasting).ToHashSet());
    }

    /// <inheritdoc />
    protected override Task RoundAsync(CancellationToken cancel) => CloseEndedAsync();
}
