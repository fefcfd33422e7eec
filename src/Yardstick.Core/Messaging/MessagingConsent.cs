namespace Yardstick.Core.Messaging;

/// <summary>Somebody does not want to be written to at an address. Only added to: the latest one counts.</summary>
public class MessagingConsent
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>Number in E.164 or email address.</summary>
    public required string Address { get; init; }

    /// <summary>True where they refused, false where they allow it again.</summary>
    public bool Refused { get; init; }

    /// <summary>How it was said, in words.</summary>
    public required string How { get; init; }

    /// <summary>When, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>Who recorded it; null where the customer's text did.</summary>
    public long? ById { get; init; }

    private static readonly HashSet<string> Stops = new(StringComparer.OrdinalIgnoreCase)
    {
        "STOP",
        "STOPALL",
        "UNSUBSCRIBE",
        "CANCEL",
        "END",
        "QUIT",
    };
    private static readonly HashSet<string> Starts = new(StringComparer.OrdinalIgnoreCase) { "START", "UNSTOP", "YES" };

    /// <summary>What a text says about being written to; null where it says nothing of it. Only a text of that one word counts.</summary>
    /// <param name="body">What was written.</param>
    /// <param name="refusedNow">True where they refused before: YES means START only then.</param>
    public static bool? Said(string body, bool refusedNow)
    {
        var word = body.Trim().TrimEnd('.', '!');
        return Stops.Contains(word) ? true
            : Starts.Contains(word) && (refusedNow || !word.Equals("YES", StringComparison.OrdinalIgnoreCase)) ? false
            : null;
    }

    /// <summary>Why nothing is written to an address whose owner does not want it.</summary>
    public static readonly Problem Refusal = new(
        "message.refused",
        "This number or address opted out. Call them, or mark it opted in after they agree.",
        "address"
    );
}
