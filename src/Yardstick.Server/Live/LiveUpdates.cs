using Microsoft.AspNetCore.SignalR;

namespace Yardstick.Server.Live;

/// <summary>Something that changed: what kind, which one, its version. Never its contents.</summary>
/// <param name="Kind">order, floor, parts, bench, invoice, customer.</param>
/// <param name="Id">Which one; 0 where the kind is one thing.</param>
/// <param name="Version">Its version after the change; 0 where it has none.</param>
public sealed record ChangeNotice(string Kind, long Id, int Version);

/// <summary>Tells open screens what changed.</summary>
public sealed class LiveUpdates(IHubContext<LiveHub> hub)
{
    /// <summary>Tells everyone. Screens ask anew for what they show and may see.</summary>
    public Task TellAsync(IReadOnlyList<ChangeNotice> touched) =>
        touched.Count == 0 ? Task.CompletedTask : hub.Clients.All.SendAsync("changed", touched);
}
