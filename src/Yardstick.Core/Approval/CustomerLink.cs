namespace Yardstick.Core.Approval;

/// <summary>A link that a customer got by text or email. Whoever has it needs no account.</summary>
public abstract class CustomerLink
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The order.</summary>
    public long OrderId { get; init; }

    /// <summary>SHA-256 of its token, in hex; the token itself is kept nowhere.</summary>
    public required string TokenHash { get; init; }

    /// <summary>Sent, UTC.</summary>
    public Instant SentAt { get; init; }

    /// <summary>Who sent it.</summary>
    public long SentById { get; init; }

    /// <summary>It ends, UTC.</summary>
    public Instant ExpiresAt { get; internal set; }

    /// <summary>Withdrawn, UTC.</summary>
    public Instant? WithdrawnAt { get; internal set; }

    /// <summary>First seen by a person, UTC.</summary>
    public Instant? OpenedAt { get; internal set; }

    /// <summary>How often it was opened.</summary>
    public int Opened { get; internal set; }

    /// <summary>A person opened it.</summary>
    public void WasOpened(Instant utcNow)
    {
        OpenedAt ??= utcNow;
        Opened++;
    }

    /// <summary>Takes it back; one that was taken back stays so since then.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    public void Withdraw(Instant utcNow) => WithdrawnAt ??= utcNow;
}
