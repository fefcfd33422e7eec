using Yardstick.Core.Messaging;
using Yardstick.Core.Values;

namespace Yardstick.Core.Approval;

/// <summary>A link to a document as it was when it was sent.</summary>
public class DocumentLink : CustomerLink
{
    /// <summary>Content hash of the PDF.</summary>
    public required string FileHash { get; init; }

    /// <summary>What it is, with its number, as the customer reads it.</summary>
    public required string Title { get; init; }

    /// <summary>The invoice that it is, to be paid from its page; null for other documents.</summary>
    public long? InvoiceId { get; init; }

    /// <summary>The text that it went out with.</summary>
    public long MessageId { get; init; }

    /// <summary>So long a document can be fetched: longer than an answer is waited for, for people look for a bill later.</summary>
    public static readonly Duration Good = Duration.FromDays(90);

    /// <summary>A link to a document that goes along with a message.</summary>
    /// <param name="orderId">The order.</param>
    /// <param name="message">The message, with its key.</param>
    /// <param name="token">What stands in the link.</param>
    /// <param name="fileHash">Content hash of the PDF.</param>
    /// <param name="title">What it is, with its number.</param>
    /// <param name="invoiceId">The invoice that it is; null for other documents.</param>
    /// <param name="actor">Who sends it.</param>
    public static DocumentLink With(
        long orderId,
        Message message,
        string token,
        string fileHash,
        string title,
        long? invoiceId,
        Actor actor
    ) =>
        new()
        {
            OrderId = orderId,
            MessageId = message.Id,
            TokenHash = LinkToken.HashOf(token),
            FileHash = fileHash,
            Title = title,
            InvoiceId = invoiceId,
            SentAt = actor.At,
            SentById = actor.StaffId,
            ExpiresAt = actor.At + Good,
        };

    /// <summary>
    /// What a copy of an estimate says that somebody else is asked about: its reader can't answer, so nothing asks them to.
    /// </summary>
    /// <param name="shop">The shop's name.</param>
    /// <param name="title">What the document is, with its number.</param>
    /// <param name="whom">Who is asked; empty where nobody is named.</param>
    public static string CopyWords(string shop, string title, string whom) =>
        $"{shop}: for your information, the {title[..1].ToLowerInvariant()}{title[1..]} sent to {(whom.Length > 0 ? whom : "the customer")} for approval.";

    /// <summary>Whether it can be fetched still.</summary>
    public bool IsGoodAt(Instant utcNow) => WithdrawnAt is null && utcNow < ExpiresAt;

    /// <summary>What is to be said where it can't be fetched any more; empty where it can.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    /// <param name="local">UTC as wall time of the shop.</param>
    public string SentenceAt(Instant utcNow, Func<Instant, LocalDateTime> local) =>
        WithdrawnAt is not null ? "This document is no longer available. Call us if you need it."
        : IsGoodAt(utcNow) ? ""
        : Invariant($"This link was good until {local(ExpiresAt):MMMM d}. Call us and we will send it again.");
}
