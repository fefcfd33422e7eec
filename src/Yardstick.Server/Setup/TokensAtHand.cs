using System.Collections.Concurrent;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Live;

namespace Yardstick.Server.Setup;

/// <summary>Access tokens that were found to stand, so that not every request of a program asks the database; like <see cref="SessionsAtHand"/>.</summary>
public sealed class TokensAtHand
{
    private static readonly TimeSpan Believed = TimeSpan.FromSeconds(5);
    private static readonly Duration UseIsNoted = Duration.FromMinutes(15);
    private readonly ConcurrentDictionary<string, Found> standing = new();
    private readonly SingleWriter writer;
    private readonly TimeProvider time;
    private int changes;

    /// <summary>A token that stands.</summary>
    /// <param name="Id">Its key.</param>
    /// <param name="StaffId">The person as whom it acts.</param>
    /// <param name="Name">Their name.</param>
    /// <param name="Role">What they are.</param>
    /// <param name="Rights">What the token and the person both may.</param>
    /// <param name="EndsAt">It ends, UTC.</param>
    internal sealed record Standing(long Id, long StaffId, string Name, Role Role, IReadOnlyCollection<Permission> Rights, Instant EndsAt);

    private sealed record Found(Standing Token, Instant At, int Changes);

    /// <summary>Makes it.</summary>
    public TokensAtHand(ChangeFeed feed, SingleWriter writer, TimeProvider time)
    {
        (this.writer, this.time) = (writer, time);
        feed.Published += topics =>
        {
            if (!topics.Any(t => t.Kind is TopicKind.Sessions or TopicKind.Setup))
                return;
            Interlocked.Increment(ref changes);
            standing.Clear();
        };
    }

    /// <summary>The token; null where it is unknown, withdrawn or over, or its person left.</summary>
    /// <param name="token">As it was sent.</param>
    /// <param name="open">Gives the database, where it has to be asked.</param>
    internal async ValueTask<Standing?> FindAsync(string token, Func<ShopDb> open)
    {
        var (now, seen, hash) = (time.Now(), Volatile.Read(ref changes), LinkToken.HashOf(token));
        if (standing.TryGetValue(hash, out var held) && held.Changes == seen && now < held.Token.EndsAt && now.Apart(held.At) < Believed)
            return held.Token;
        standing.TryRemove(hash, out _);
        var db = open();
        var found = await db
            .AccessTokens.AsNoTracking()
            .Where(t => t.TokenHash == hash && t.WithdrawnAt == null && t.EndsAt > now)
            .Join(db.Staff.Where(s => s.Active), t => t.StaffId, s => s.Id, (t, s) => new { Token = t, Person = s })
            .FirstOrDefaultAsync();
        if (found is null)
            return null;
        var rights = found.Token.Granted(await db.RightsOfAsync(found.Person.Id, found.Person.Role));
        var result = new Standing(found.Token.Id, found.Person.Id, found.Person.Name, found.Person.Role, rights, found.Token.EndsAt);
        await NoteUseAsync(found.Token, now);
        standing[hash] = new Found(result, now, seen);
        return result;
    }

    private async Task NoteUseAsync(AccessToken token, Instant now)
    {
        if (token.LastUsedAt is { } last && now - last < UseIsNoted)
            return;
        await writer.RunAsync(db =>
            db.AccessTokens.Where(t => t.Id == token.Id).ExecuteUpdateAsync(s => s.SetProperty(t => t.LastUsedAt, now))
        );
    }
}
