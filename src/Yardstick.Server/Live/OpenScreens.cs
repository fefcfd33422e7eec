using System.Collections.Concurrent;
using Microsoft.AspNetCore.SignalR;
using Microsoft.EntityFrameworkCore;
using Yardstick.Data;
using Yardstick.Server.Setup;

namespace Yardstick.Server.Live;

/// <summary>Which screens listen by which session, so that they are cut off when it ends: signed out, gone, another role, over.</summary>
public sealed class OpenScreens(IDbContextFactory<ShopDb> factory, TimeProvider time) : BackgroundService
{
    private static readonly TimeSpan Pause = TimeSpan.FromSeconds(15);
    private readonly ConcurrentDictionary<string, (Guid Session, HubCallerContext Screen)> screens = new();

    /// <summary>A screen listens.</summary>
    public void Add(Guid session, HubCallerContext screen) => screens[screen.ConnectionId] = (session, screen);

    /// <summary>It went.</summary>
    public void Remove(string connection) => screens.TryRemove(connection, out _);

    /// <summary>Cuts off whoever listens by a session that lasts no more.</summary>
    public async Task CloseEndedAsync()
    {
        var open = screens.Values.Select(s => s.Session).Distinct().ToList();
        if (open.Count == 0) return;
        await using var db = await factory.CreateDbContextAsync();
        var lasting = (await db.LastingSessions(time.GetUtcNow().UtcDateTime).Where(s => open.Contains(s.Id)).Select(s => s.Id).ToListAsync()).ToHashSet();
        foreach (var (_, screen) in screens.Values.Where(s => !lasting.Contains(s.Session))) screen.Abort();
    }

    /// <inheritdoc />
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var timer = new PeriodicTimer(Pause, time);
        while (await timer.WaitForNextTickAsync(stoppingToken)) await CloseEndedAsync();
    }
}
