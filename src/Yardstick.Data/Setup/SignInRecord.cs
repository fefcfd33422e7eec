namespace Yardstick.Data.Setup;

/// <summary>A sign-in, or a miss. Only added to.</summary>
public class SignInRecord
{
    /// <summary>Key.</summary>
    public long Id { get; set; }

    /// <summary>The person; null for a name that is not known.</summary>
    public long? StaffId { get; set; }

    /// <summary>password, pin.</summary>
    public required string Method { get; set; }

    /// <summary>Whether it let the person in.</summary>
    public bool Success { get; set; }

    /// <summary>When, UTC.</summary>
    public Instant At { get; set; }
}
