using System.Collections.Concurrent;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Live;

namespace Yardstick.Server.Setup;

/// <summary>
/// Sessions that were found to last, so that not every request asks the database. Whatever ends one, or changes a person or a password,
/// empties it as it is kept; and nothing is believed for longer than a few seconds.
/// </summary>
public sealed class SessionsAtHand
{
    private static readonly TimeSpan Believed = TimeSpan.FromSeconds(5);
    private readonly ConcurrentDictionary<Guid, Found> lasting = new();
    private readonly TimeProvider time;
    private int changes;

    private readonly record struct Found(Instant EndsAt, Instant At, int Changes);

    /// <summary>Makes it.</summary>
    public SessionsAtHand(ChangeFeed feed, TimeProvider time)
    {
        this.time = time;
        feed.Published += topics =>
        {
            if (!topics.Any(t => t.Kind is TopicKind.Sessions or TopicKind.Setup))
                return;
            Interlocked.Increment(ref changes);
            lasting.Clear();
        };
    }

    /// <summary>Whether a session lasts now.</summary>
    /// <param name="id">The session.</param>
    /// <param name="open">Gives the database, where it has to be asked.</param>
    internal async ValueTask<bool> LastsAsync(Guid id, Func<ShopDb> open)
    {
        var (now, seen) = (time.Now(), Volatile.Read(ref changes));
        if (lasting.TryGetValue(id, out var found) && found.Changes == seen && now < found.EndsAt && now.Apart(found.At) < Believed)
            return true;
        var ends = await open().LastingSessions(now).Where(s => s.Id == id).Select(s => (Instant?)s.EndsAt).FirstOrDefaultAsync();
        // What changed while it was asked counts: the number was read before.
        if (ends is { } at)
            lasting[id] = new Found(at, now, seen);
        else
            lasting.TryRemove(id, out _);
        return ends is not null;
    }
}
