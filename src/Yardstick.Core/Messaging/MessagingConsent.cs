namespace Yardstick.Core.Messaging;

/// <summary>Somebody does not want to be written to at an address. Only added to: the latest one counts.</summary>
public class MessagingConsent
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>Number in E.164 or e-mail address.</summary>
    public required string Address { get; set; }
    /// <summary>True where they refused, false where they allow it again.</summary>
    public bool Refused { get; set; }
    /// <summary>How it was said, in words.</summary>
    public required string How { get; set; }
    /// <summary>When, UTC.</summary>
    public DateTime At { get; set; }
    /// <summary>Who recorded it; null where the customer's text did.</summary>
    public long? ById { get; set; }

    private static readonly HashSet<string> Stops = new(StringComparer.OrdinalIgnoreCase) { "STOP", "STOPALL", "UNSUBSCRIBE", "CANCEL", "END", "QUIT" };
    private static readonly HashSet<string> Starts = new(StringComparer.OrdinalIgnoreCase) { "START", "UNSTOP", "YES" };

    /// <summary>What a text says about being written to; null where it says nothing of it. Only a text of that one word counts.</summary>
    /// <param name="body">What was written.</param>
    /// <param name="refusedNow">True where they refused before: YES means START only then.</param>
    public static bool? Said(string body, bool refusedNow)
    {
        var word = body.Trim().TrimEnd('.', '!');
        return Stops.Contains(word) ? true : Starts.Contains(word) && (refusedNow || !word.Equals("YES", StringComparison.OrdinalIgnoreCase)) ? false : null;
    }
}
