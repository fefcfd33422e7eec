namespace Yardstick.Core.Messaging;

/// <summary>A text that is written often, with fields that an order fills.</summary>
public class MessageTemplate
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>Name by which it is chosen.</summary>
    public string Name { get; internal set; } = "";

    /// <summary>Text or email.</summary>
    public MessageChannel Channel { get; internal set; }

    /// <summary>Subject of an email, with fields.</summary>
    public string Subject { get; internal set; } = "";

    /// <summary>Body, with fields.</summary>
    public string Body { get; internal set; } = "";

    /// <summary>The moment at which it is offered first: one of <see cref="Uses"/>, or empty.</summary>
    public string Use { get; internal set; } = "";

    /// <summary>Taken off, UTC.</summary>
    public Instant? RemovedAt { get; internal set; }

    /// <summary>Takes it off what is offered, or brings it back.</summary>
    /// <param name="off">True takes it off, false brings it back.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public void TakeOff(bool off, Instant utcNow) => RemovedAt = off ? utcNow : null;

    /// <summary>Moments of a customer's account, whatever order: the statement, and reminders each firmer than the one before.</summary>
    public static readonly IReadOnlyList<string> AccountUses = ["statement", "reminder1", "reminder2", "reminder3"];

    /// <summary>Moments of following up, of no order: work due, an estimate, a missed appointment, thanks, not seen for long.</summary>
    public static readonly IReadOnlyList<string> FollowUpUses = ["work", "estimateAgain", "missed", "thanks", "away", "warranty"];

    /// <summary>Moments that have a template of their own, by name; empty for none.</summary>
    public static readonly IReadOnlyList<string> Uses =
    [
        "",
        "estimate",
        "ready",
        "documents",
        "delayed",
        "appointment",
        .. FollowUpUses,
        .. AccountUses,
    ];

    /// <summary>It is written of an order, and offered with it.</summary>
    public bool IsOfOrder => !AccountUses.Contains(Use) && !FollowUpUses.Contains(Use);

    /// <summary>Says what it says from now on. Whether its fields exist is asked by whoever fills them.</summary>
    /// <param name="name">Name, 1 to 80 characters.</param>
    /// <param name="channel">Text or email.</param>
    /// <param name="subject">Subject, of an email only.</param>
    /// <param name="body">What it says.</param>
    /// <param name="use">One of <see cref="Uses"/>, or empty.</param>
    public Result Set(string? name, MessageChannel channel, string? subject, string? body, string? use)
    {
        var title = (name ?? "").Trim();
        if (title.Length is 0 or > 80)
            return new Problem("template.name", "Enter a template name of up to 80 characters.", "name");
        if (string.IsNullOrWhiteSpace(body))
            return new Problem("template.body", "Enter the message.", "body");
        if (channel == MessageChannel.Email && string.IsNullOrWhiteSpace(subject))
            return new Problem("template.subject", "An email needs a subject.", "subject");
        if (!Uses.Contains(use ?? ""))
            return new Problem("template.use", "Choose when this template is offered.", "use");
        (Name, Channel, Subject, Body, Use) = (
            title,
            channel,
            channel == MessageChannel.Email ? subject!.Trim() : "",
            body.Trim(),
            use ?? ""
        );
        return Result.Done;
    }
}
