using Yardstick.Core.Setup;

namespace Yardstick.Data.Setup;

/// <summary>Somebody is signed in in one browser. The cookie only names it: what ends here is over with the next request.</summary>
public class StaffSession
{
    /// <summary>So long a session lasts, whatever is done in it.</summary>
    public static readonly Duration Longest = Duration.FromHours(14);

    /// <summary>Key, random.</summary>
    public Guid Id { get; set; }

    /// <summary>The person.</summary>
    public long StaffId { get; set; }

    /// <summary>What the person was then: another role ends the session.</summary>
    public Role Role { get; set; }

    /// <summary>Identity's stamp then: a new password ends the session.</summary>
    public required string Stamp { get; set; }

    /// <summary>password, pin, first run.</summary>
    public required string Method { get; set; }

    /// <summary>Browser and computer in words.</summary>
    public string Place { get; set; } = "";

    /// <summary>Signed in, UTC.</summary>
    public Instant StartedAt { get; set; }

    /// <summary>Over at the latest, UTC.</summary>
    public Instant EndsAt { get; set; }

    /// <summary>Ended before, UTC; null while it lasts.</summary>
    public Instant? EndedAt { get; set; }
}
