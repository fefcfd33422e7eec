using System.Linq.Expressions;
using Yardstick.Core.Values;

namespace Yardstick.Core.Setup;

/// <summary>
/// A link by which somebody on staff chooses a password, once: when they are new, or when the password is to be set anew. Nobody has to
/// tell a password aloud.
/// </summary>
public class Invitation
{
    /// <summary>So long a link can be used.</summary>
    public static readonly Duration Lasts = Duration.FromDays(7);

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The person.</summary>
    public long StaffId { get; init; }

    /// <summary>SHA-256 of its token, in hex; the token itself is kept nowhere.</summary>
    public required string TokenHash { get; init; }

    /// <summary>Made, UTC.</summary>
    public Instant MadeAt { get; init; }

    /// <summary>Who made it.</summary>
    public long MadeById { get; init; }

    /// <summary>It ends, UTC.</summary>
    public Instant EndsAt { get; init; }

    /// <summary>Used, UTC.</summary>
    public Instant? UsedAt { get; internal set; }

    /// <summary>Withdrawn, UTC: by hand, by a newer one, or because the person left.</summary>
    public Instant? WithdrawnAt { get; internal set; }

    /// <summary>Those that can be used at a moment.</summary>
    public static Expression<Func<Invitation, bool>> Standing(Instant utcNow) =>
        invitation => invitation.UsedAt == null && invitation.WithdrawnAt == null && invitation.EndsAt > utcNow;

    /// <summary>Whether it can be used.</summary>
    public bool Stands(Instant utcNow) => UsedAt is null && WithdrawnAt is null && EndsAt > utcNow;

    /// <summary>A new one. Those before it are to be withdrawn.</summary>
    /// <param name="staffId">The person.</param>
    /// <param name="token">What stands in the link.</param>
    /// <param name="byId">Who makes it.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public static Invitation To(long staffId, string token, long byId, Instant utcNow) =>
        new()
        {
            StaffId = staffId,
            TokenHash = LinkToken.HashOf(token),
            MadeAt = utcNow,
            MadeById = byId,
            EndsAt = utcNow + Lasts,
        };

    /// <summary>Uses it up. Refuses with <c>invitation.gone</c> where it was used, withdrawn or ended.</summary>
    public Result Use(Instant utcNow)
    {
        if (!Stands(utcNow))
            return Gone.Invitation;
        UsedAt = utcNow;
        return Result.Done;
    }

    /// <summary>Withdraws it; one that was used or withdrawn stays as it is.</summary>
    public void Withdraw(Instant utcNow)
    {
        if (UsedAt is null)
            WithdrawnAt ??= utcNow;
    }
}
