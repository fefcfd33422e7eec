using System.Security.Cryptography;
using System.Text;

namespace Yardstick.Core.Approval;

/// <summary>What a customer's link is good for now.</summary>
public enum LinkState
{
    /// <summary>It can be answered.</summary>
    Open,
    /// <summary>Its time is over.</summary>
    Expired,
    /// <summary>The shop withdrew it.</summary>
    Withdrawn,
    /// <summary>Everything on it was answered.</summary>
    Answered,
    /// <summary>The estimate was changed since it was sent.</summary>
    Changed,
}

/// <summary>A link by which a customer sees an estimate and answers. Whoever has it needs no account.</summary>
public class ApprovalLink
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>The order.</summary>
    public long OrderId { get; set; }
    /// <summary>SHA-256 of its token, in hex; the token itself is kept nowhere.</summary>
    public required string TokenHash { get; set; }
    /// <summary>The frozen copy that was sent.</summary>
    public long ShownId { get; set; }
    /// <summary>Tells the offer that was sent from others (<see cref="ShownEstimate.OfferHash"/>).</summary>
    public required string OfferHash { get; set; }
    /// <summary>Sent, UTC.</summary>
    public DateTime SentAt { get; set; }
    /// <summary>Who sent it.</summary>
    public long SentById { get; set; }
    /// <summary>It ends, UTC.</summary>
    public DateTime ExpiresAt { get; set; }
    /// <summary>Withdrawn, UTC.</summary>
    public DateTime? WithdrawnAt { get; set; }
    /// <summary>First seen by a person, UTC.</summary>
    public DateTime? OpenedAt { get; set; }
    /// <summary>How often it was opened.</summary>
    public int Opened { get; set; }
    /// <summary>Answered, UTC.</summary>
    public DateTime? AnsweredAt { get; set; }

    /// <summary>So long a link is good for.</summary>
    public static readonly TimeSpan Good = TimeSpan.FromDays(14);

    /// <summary>What it is good for.</summary>
    /// <param name="offerHash">The offer as it is now.</param>
    /// <param name="utcNow">Now, UTC.</param>
    /// <param name="posted">The order was invoiced meanwhile: nothing can be answered any more.</param>
    public LinkState StateAt(string offerHash, DateTime utcNow, bool posted = false) =>
        WithdrawnAt is not null ? LinkState.Withdrawn
        : AnsweredAt is not null ? LinkState.Answered
        : utcNow >= ExpiresAt ? LinkState.Expired
        : posted || offerHash != OfferHash ? LinkState.Changed
        : LinkState.Open;

    /// <summary>A new token of 128 random bits, as it stands in a link.</summary>
    public static string NewToken() => Convert.ToBase64String(RandomNumberGenerator.GetBytes(16)).TrimEnd('=').Replace('+', '-').Replace('/', '_');

    /// <summary>The hash by which a token is found.</summary>
    public static string HashOf(string token) => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(token)));
}
