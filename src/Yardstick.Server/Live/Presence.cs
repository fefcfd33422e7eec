using System.Collections.Concurrent;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.SignalR;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Live;

/// <summary>Somebody else who has an order open.</summary>
/// <param name="Name">Short name.</param>
/// <param name="LineId">The line that they are in; null for none.</param>
public sealed record PersonHere(string Name, long? LineId);

/// <summary>Which screens have which order open. Kept in memory: it ends with the connection.</summary>
public sealed class Presence
{
    private sealed record Screen(long StaffId, string Name, long OrderId, long? LineId);

    private readonly ConcurrentDictionary<string, Screen> screens = new();

    /// <summary>Puts a screen onto an order, or takes it off; returns the orders whose screens have to be told.</summary>
    public IReadOnlyList<long> Set(string connection, long staffId, string name, long? orderId, long? lineId)
    {
        var before = screens.TryGetValue(connection, out var old) ? old.OrderId : (long?)null;
        if (orderId is { } order)
            screens[connection] = new Screen(staffId, name, order, lineId);
        else
            screens.TryRemove(connection, out _);
        return [.. new[] { before, orderId }.OfType<long>().Distinct()];
    }

    /// <summary>For each screen on an order, the other people on it. One's own other screens are nobody else.</summary>
    public IReadOnlyList<(string Connection, IReadOnlyList<PersonHere> Others)> On(long orderId)
    {
        var on = screens.Where(s => s.Value.OrderId == orderId).ToList();
        return
        [
            .. on.Select(s =>
                (
                    s.Key,
                    (IReadOnlyList<PersonHere>)
                        [
                            .. on.Where(o => o.Value.StaffId != s.Value.StaffId)
                                .OrderBy(o => o.Value.Name, StringComparer.Ordinal)
                                .Select(o => new PersonHere(o.Value.Name, o.Value.LineId))
                                .Distinct(),
                        ]
                )
            ),
        ];
    }
}

/// <summary>Open screens listen here, and tell which order they show.</summary>
[Authorize]
public sealed class LiveHub(Presence presence, OpenScreens open, ShopDb db, TimeProvider time) : Hub
{
    private const string NameKey = "name";

    /// <summary>Tells which order this screen shows, and which line somebody is in; null for none.</summary>
    public async Task Here(long? orderId, long? lineId)
    {
        if (Context.User is not { } user || !user.May(Permission.SeeOrders))
            return;
        if (Context.Items[NameKey] is not string name)
        {
            name = (await db.Staff.FindAsync(user.StaffId()))?.ShortName ?? "Somebody";
            Context.Items[NameKey] = name;
        }
        await TellAsync(presence.Set(Context.ConnectionId, user.StaffId(), name, orderId, lineId));
    }

    /// <summary>Tells what time it is here: the clock of a tablet is often off.</summary>
    public override async Task OnConnectedAsync()
    {
        open.Add(Context.User!.SessionId(), Context);
        await Clients.Caller.SendAsync("time", time.GetUtcNow().UtcDateTime);
        await base.OnConnectedAsync();
    }

    /// <inheritdoc />
    public override async Task OnDisconnectedAsync(Exception? exception)
    {
        open.Remove(Context.ConnectionId);
        await TellAsync(presence.Set(Context.ConnectionId, 0, "", null, null));
        await base.OnDisconnectedAsync(exception);
    }

    private async Task TellAsync(IReadOnlyList<long> orders)
    {
        foreach (var order in orders)
        foreach (var (connection, others) in presence.On(order))
            await Clients.Client(connection).SendAsync("here", order, others);
    }
}
