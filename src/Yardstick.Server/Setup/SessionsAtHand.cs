using System.Collections.Concurrent;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Live;

namespace Yardstick.Server.Setup;

/// <summary>
/// Sessions that were found to last, with the rights of their people, so that not every request asks the database. Whatever ends one, or
/// changes a person or a password, empties it as it is kept; and nothing is believed for longer than a few seconds.
/// </summary>
public sealed class SessionsAtHand
{
    private static readonly TimeSpan Believed = TimeSpan.FromSeconds(5);
    private readonly ConcurrentDictionary<Guid, Found> lasting = new();
    private readonly TimeProvider time;
    private int changes;

    private sealed record Found(Instant EndsAt, IReadOnlyCollection<Permission> Rights, Instant At, int Changes);

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

    /// <summary>What the person of a session may; null where the session does not last.</summary>
    /// <param name="id">The session.</param>
    /// <param name="open">Gives the database, where it has to be asked.</param>
    internal async ValueTask<IReadOnlyCollection<Permission>?> RightsAsync(Guid id, Func<ShopDb> open)
    {
        var (now, seen) = (time.Now(), Volatile.Read(ref changes));
        if (lasting.TryGetValue(id, out var found) && found.Changes == seen && now < found.EndsAt && now.Apart(found.At) < Believed)
            return found.Rights;
        var db = open();
        var session = await db.LastingSessions(now)
            .Where(s => s.Id == id)
            .Select(s => new
            {
                s.EndsAt,
                s.StaffId,
                s.Role,
            })
            .FirstOrDefaultAsync();
        if (session is null)
        {
            lasting.TryRemove(id, out _);
            return null;
        }
        var rights = await db.RightsOfAsync(session.StaffId, session.Role);
        // What changed while it was asked counts: the number was read before.
        lasting[id] = new Found(session.EndsAt, rights, now, seen);
        return rights;
    }
}
