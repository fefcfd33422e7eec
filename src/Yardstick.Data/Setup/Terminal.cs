namespace Yardstick.Data.Setup;

/// <summary>A terminal that a manager enrolled: people who signed in there may switch by PIN.</summary>
public class Terminal
{
    /// <summary>Key.</summary>
    public long Id { get; set; }

    /// <summary>What people call it.</summary>
    public required string Name { get; set; }

    /// <summary>Hash of the token in its cookie.</summary>
    public required string TokenHash { get; set; }

    /// <summary>Enrolled, UTC.</summary>
    public Instant EnrolledAt { get; set; }

    /// <summary>Who enrolled it.</summary>
    public long EnrolledById { get; set; }

    /// <summary>Withdrawn, UTC: nobody switches by PIN there any more.</summary>
    public Instant? WithdrawnAt { get; set; }
}
