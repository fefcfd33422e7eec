using System.Collections.Concurrent;
using Microsoft.AspNetCore.SignalR;

namespace Yardstick.Server.Live;

/// <summary>Which screens listen by which session, so that they can be cut off when it ends.</summary>
public sealed class OpenScreens
{
    private readonly ConcurrentDictionary<string, (Guid Session, HubCallerContext Screen)> screens = new();

    private readonly TaskCompletionSource first = new(TaskCreationOptions.RunContinuationsAsynchronously);

    /// <summary>Comes to its end when the first screen listens.</summary>
    public Task First => first.Task;

    /// <summary>Whether one listens now.</summary>
    public bool AreThere => !screens.IsEmpty;

    /// <summary>Sessions by which screens listen.</summary>
    public IReadOnlyList<Guid> Sessions => [.. screens.Values.Select(s => s.Session).Distinct()];

    /// <summary>A screen listens.</summary>
    public void Add(Guid session, HubCallerContext screen)
    {
        screens[screen.ConnectionId] = (session, screen);
        first.TrySetResult();
    }

    /// <summary>It went.</summary>
    public void Remove(string connection) => screens.TryRemove(connection, out _);

    /// <summary>Cuts off whoever listens by one of these sessions.</summary>
    public void Close(IReadOnlySet<Guid> sessions)
    {
        foreach (var (_, screen) in screens.Values.Where(s => sessions.Contains(s.Session)))
            screen.Abort();
    }
}
