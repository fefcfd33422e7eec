using Yardstick.Core.Values;

namespace Yardstick.Core.Setup;

/// <summary>
/// Lets another program in as a person, with some of that person's rights, until a day. What the person may no longer do, the token may
/// no longer do either; who leaves takes all of theirs along.
/// </summary>
public class AccessToken
{
    private const int LongestName = 60;

    /// <summary>A token lasts one year at most.</summary>
    public const int MostDays = 366;

    /// <summary>What stands before every token, so that one that leaked is recognized.</summary>
    public const string Prefix = "yard_";

    /// <summary>
    /// What no token may: whoever adds people, changes rights, enrolls computers or makes further tokens could make a way in that outlasts
    /// the token.
    /// </summary>
    private static readonly Permission[] OnlyInPerson =
    [
        Permission.EditStaff,
        Permission.EnrollTerminals,
        Permission.ConnectPrograms,
        Permission.KeepData,
    ];

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The person as whom it acts.</summary>
    public long StaffId { get; init; }

    /// <summary>What it is for, in the person's words, 1 to 60 characters.</summary>
    public required string Name { get; init; }

    /// <summary>SHA-256 of the token, in hex; the token itself is kept nowhere.</summary>
    public required string TokenHash { get; init; }

    /// <summary>What it may, as far as the person may.</summary>
    public IReadOnlyList<Permission> Rights { get; init; } = [];

    /// <summary>Made, UTC.</summary>
    public Instant MadeAt { get; init; }

    /// <summary>It ends, UTC.</summary>
    public Instant EndsAt { get; init; }

    /// <summary>Used last, UTC, to the quarter of an hour; null where it never was.</summary>
    public Instant? LastUsedAt { get; internal set; }

    /// <summary>Withdrawn, UTC.</summary>
    public Instant? WithdrawnAt { get; internal set; }

    /// <summary>Rights that a token can have at all.</summary>
    public static IEnumerable<Permission> Grantable => Enum.GetValues<Permission>().Except(OnlyInPerson);

    /// <summary>
    /// A new one. Refuses with <c>accessToken.name</c>, <c>accessToken.rights</c> (none, or one that a token can't have or the person has
    /// not) and <c>accessToken.days</c> (1 to 366).
    /// </summary>
    /// <param name="staffId">The person.</param>
    /// <param name="own">What the person may.</param>
    /// <param name="asked">Name, rights and days as chosen.</param>
    /// <param name="token">The token.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public static Result<AccessToken> Make(
        long staffId,
        IReadOnlyCollection<Permission> own,
        AccessTokenWish asked,
        string token,
        Instant utcNow
    )
    {
        var name = (asked.Name ?? "").Trim();
        if (name.Length is 0 or > LongestName)
            return new Problem("accessToken.name", Invariant($"Say what it is for, in {LongestName} characters or fewer."), "name");
        if (asked.Rights.Count == 0)
            return new Problem("accessToken.rights", "Choose at least one right.", "rights");
        if (asked.Rights.Any(r => OnlyInPerson.Contains(r) || !own.Contains(r)))
            return new Problem("accessToken.rights", "A token can only have rights that you have and that tokens may have.", "rights");
        if (asked.Days is < 1 or > MostDays)
            return new Problem("accessToken.days", Invariant($"Enter from 1 to {MostDays} days."), "days");
        return new AccessToken
        {
            StaffId = staffId,
            Name = name,
            TokenHash = LinkToken.HashOf(token),
            Rights = [.. asked.Rights.Distinct()],
            MadeAt = utcNow,
            EndsAt = utcNow + Duration.FromDays(asked.Days),
        };
    }

    /// <summary>What it may now: what it was given, as far as the person still may.</summary>
    /// <param name="own">What the person may now.</param>
    public IReadOnlyCollection<Permission> Granted(IReadOnlyCollection<Permission> own) =>
        [.. Rights.Where(own.Contains).Except(OnlyInPerson)];

    /// <summary>Withdraws it; what ended stays as it is.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    public void Withdraw(Instant utcNow) => WithdrawnAt ??= utcNow;
}
