using Yardstick.Core.Values;

namespace Yardstick.Core.Imports;

/// <summary>One message to a webhook: written in the change that it tells of, sent after it, again until it arrives.</summary>
public class WebhookMessage
{
    private static readonly Duration[] Waits =
    [
        Duration.FromSeconds(10),
        Duration.FromMinutes(1),
        Duration.FromMinutes(10),
        Duration.FromHours(1),
        Duration.FromHours(6),
        Duration.FromHours(24),
    ];

    /// <summary>So long messages that came to an end stay in the list.</summary>
    public static readonly Duration Kept = Duration.FromDays(30);

    /// <summary>Key; the receiver knows by it a message that comes twice.</summary>
    public Guid Id { get; init; }

    /// <summary>The webhook.</summary>
    public long WebhookId { get; init; }

    /// <summary>What happened.</summary>
    public WebhookEvent Event { get; init; }

    /// <summary>What is sent, JSON.</summary>
    public required string Body { get; init; }

    /// <summary>When it happened, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>Where it stands.</summary>
    public WebhookMessageState State { get; internal set; }

    /// <summary>How often it was tried.</summary>
    public int Tries { get; internal set; }

    /// <summary>To be tried then, UTC; null where it came to an end.</summary>
    public Instant? DueAt { get; internal set; }

    /// <summary>Tried last, UTC.</summary>
    public Instant? TriedAt { get; internal set; }

    /// <summary>What came of the last try: a status such as <c>503</c>, or a sentence.</summary>
    public string Outcome { get; internal set; } = "";

    /// <summary>A new one, due at once.</summary>
    public static WebhookMessage To(long webhookId, WebhookEvent happened, Guid id, string body, Instant utcNow) =>
        new()
        {
            Id = id,
            WebhookId = webhookId,
            Event = happened,
            Body = body,
            At = utcNow,
            DueAt = utcNow,
        };

    /// <summary>Takes down what came of a try: it arrived, or it is tried again after a while, seven times in a day and a half.</summary>
    /// <param name="arrived">Whether the receiver answered with a status of the two hundreds.</param>
    /// <param name="outcome">The status, or why there was none.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public void Tried(bool arrived, string outcome, Instant utcNow)
    {
        Tries++;
        (TriedAt, Outcome) = (utcNow, outcome);
        State =
            arrived ? WebhookMessageState.Arrived
            : Tries > Waits.Length ? WebhookMessageState.GivenUp
            : WebhookMessageState.Waiting;
        DueAt = State == WebhookMessageState.Waiting ? utcNow + Waits[Tries - 1] : null;
    }

    /// <summary>Sends it once more, from the first try on. The receiver knows it by its id.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    public void Again(Instant utcNow) => (State, Tries, DueAt) = (WebhookMessageState.Waiting, 0, utcNow);
}
