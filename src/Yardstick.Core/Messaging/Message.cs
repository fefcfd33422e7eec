using System.Text.RegularExpressions;
using Yardstick.Core.Values;

namespace Yardstick.Core.Messaging;

/// <summary>A message to or from a customer. The outbox is made of those that wait.</summary>
public partial class Message
{
    /// <summary>Why nobody is told that a vehicle is ready that is not.</summary>
    public static readonly Problem NotReady = new("ready.notDone", "The work is not finished. Move the vehicle to its last stage first.");

    /// <summary>There is no number and no address.</summary>
    public static readonly Problem NobodyToTell = new("ready.noAddress", "There is no number that takes texts and no email. Call them.");

    /// <summary>They were told just now.</summary>
    public static readonly Problem ToldAlready = new("ready.twice", "They were told just now. Wait ten minutes, or write a message.");

    /// <summary>The shop has no template for it.</summary>
    public static Problem NoReadyTemplate(MessageChannel channel) =>
        new(
            "ready.noTemplate",
            $"There is no {(channel == MessageChannel.Text ? "text" : "email")} for vehicles that are ready. Add a template in Setup, Messages."
        );

    /// <summary>Key.</summary>
    public long Id { get; internal set; }

    /// <summary>The customer; null for somebody unknown who wrote.</summary>
    public long? CustomerId { get; internal set; }

    /// <summary>The order that it is about.</summary>
    public long? OrderId { get; internal set; }

    /// <summary>Text or email.</summary>
    public MessageChannel Channel { get; init; }

    /// <summary>Number in E.164 or email address: whom it goes to or comes from.</summary>
    public required string Address { get; init; }

    /// <summary>Subject of an email.</summary>
    public string Subject { get; init; } = "";

    /// <summary>What it says.</summary>
    public string Body { get; internal set; } = "";

    /// <summary>How far it is.</summary>
    public MessageState State { get; internal set; }

    /// <summary>Written or received, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>Not handed over before this, UTC.</summary>
    public Instant NotBefore { get; internal set; }

    /// <summary>Handed over, UTC.</summary>
    public Instant? SentAt { get; internal set; }

    /// <summary>Who wrote it; null where the customer did, or the program by itself.</summary>
    public long? ById { get; internal set; }

    /// <summary>What went wrong, in words; empty when all is well.</summary>
    public string Trouble { get; internal set; } = "";

    /// <summary>Its own name: the Idempotency-Key of a text, the Message-ID of an email. There from the start.</summary>
    public required string Key { get; init; }

    /// <summary>The key to the customer's page that stands in it, sealed; empty for none, and once it went out.</summary>
    public string SealedToken { get; internal set; } = "";

    /// <summary>Tries to hand it over so far.</summary>
    public int Tries { get; internal set; }

    /// <summary>Content hash of a PDF that goes along: attached to an email, behind the link in a text; empty for none.</summary>
    public string AttachmentHash { get; internal set; } = "";

    /// <summary>Name of that PDF.</summary>
    public string AttachmentName { get; internal set; } = "";

    /// <summary>Somebody of the shop saw what came in, UTC.</summary>
    public Instant? SeenAt { get; internal set; }

    /// <summary>Longest text or email.</summary>
    public const int LongestText = 1000,
        LongestEmail = 20_000;

    /// <summary>Makes a message that goes out.</summary>
    /// <param name="channel">Text or email.</param>
    /// <param name="address">Where to.</param>
    /// <param name="subject">Subject of an email.</param>
    /// <param name="body">What it says.</param>
    /// <param name="actor">Who writes.</param>
    /// <param name="notBefore">When it may go, UTC.</param>
    public static Result<Message> Write(
        MessageChannel channel,
        string address,
        string? subject,
        string? body,
        Actor actor,
        Instant notBefore
    )
    {
        if (channel is not (MessageChannel.Text or MessageChannel.Email))
            return new Problem("message.channel", "Choose text or email.", "channel");
        var text = (body ?? "").Trim();
        if (text.Length == 0)
            return new Problem("message.empty", "Enter a message.", "body");
        var longest = channel == MessageChannel.Text ? LongestText : LongestEmail;
        if (text.Length > longest)
            return new Problem(
                "message.long",
                Invariant($"{(channel == MessageChannel.Text ? "A text" : "An email")} can have at most {longest:N0} characters."),
                "body"
            );
        var about = (subject ?? "").ReplaceLineEndings(" ").Trim();
        if (channel == MessageChannel.Email && about.Length is 0 or > 200)
            return new Problem("message.subject", "An email needs a subject of at most 200 characters.", "subject");
        var id = Guid.NewGuid();
        return new Message
        {
            Channel = channel,
            Address = address,
            Subject = channel == MessageChannel.Email ? about : "",
            Body = text,
            At = actor.At,
            NotBefore = notBefore,
            ById = actor.StaffId,
            Key = channel == MessageChannel.Email ? MailThread.KeyOf(id) : id.ToString("N"),
        };
    }

    /// <summary>Has a document go along: as a file with an email, behind the link in a text.</summary>
    /// <param name="hash">Content hash of the PDF.</param>
    /// <param name="name">Name of the file.</param>
    public void Attach(string hash, string name) => (AttachmentHash, AttachmentName) = (hash, name);

    /// <summary>A message goes to at most so many further addresses.</summary>
    public const int MostFurther = 8;

    /// <summary>Further addresses are too many; field <c>alsoTo</c>.</summary>
    public static readonly Problem TooManyFurther = new(
        "message.further",
        Invariant($"A message goes to at most {MostFurther} further addresses."),
        "alsoTo"
    );

    /// <summary>The same message for somebody who gets a copy of it, with a name of its own.</summary>
    /// <param name="channel">By what the copy goes.</param>
    /// <param name="address">Where to.</param>
    /// <param name="subject">Subject where an email is a copy of a text.</param>
    /// <param name="actor">Who writes.</param>
    /// <param name="notBefore">When it may go, UTC.</param>
    /// <param name="body">What the copy says instead; null for the same.</param>
    public Result<Message> CopyTo(
        MessageChannel channel,
        string address,
        string subject,
        Actor actor,
        Instant notBefore,
        string? body = null
    )
    {
        var copy = Write(channel, address, Subject.Length > 0 ? Subject : subject, body ?? Body, actor, notBefore);
        if (copy.Ok)
            (copy.Value.CustomerId, copy.Value.OrderId, copy.Value.AttachmentHash, copy.Value.AttachmentName) = (
                CustomerId,
                OrderId,
                AttachmentHash,
                AttachmentName
            );
        if (copy.Ok && body is null)
            copy.Value.SealedToken = SealedToken;
        return copy;
    }

    /// <summary>Begins to hand it over. Kept before the first byte goes out.</summary>
    public void Begin()
    {
        State = MessageState.HandingOver;
        Tries++;
    }

    /// <summary>It was handed over.</summary>
    public void HandedOver(Instant utcNow) => (State, SentAt, Trouble, SealedToken) = (MessageState.Sent, utcNow, "", "");

    /// <summary>It was not handed over, surely: it waits for another try, or gives up.</summary>
    /// <param name="why">Why.</param>
    /// <param name="final">No other try would help.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public void NotHandedOver(string why, bool final, Instant utcNow)
    {
        Trouble = why;
        State = final || Tries >= MostTries ? MessageState.Failed : MessageState.Waiting;
        NotBefore = utcNow + Duration.FromSeconds(Math.Min(600, 5 * Math.Pow(2, Tries)));
    }

    /// <summary>
    /// It was not even tried, because the gateway is left alone for a while: that uses up none of its tries, so that no batch fails by
    /// waiting in line.
    /// </summary>
    /// <param name="why">Why.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public void NotTried(string why, Instant utcNow)
    {
        (State, Trouble, Tries) = (MessageState.Waiting, why, Math.Max(0, Tries - 1));
        NotBefore = utcNow + Duration.FromSeconds(NotTriedSeconds);
    }

    private const int NotTriedSeconds = 20;

    /// <summary>So often it is tried to be handed over.</summary>
    public const int MostTries = 12;

    /// <summary>
    /// It was being handed over when the program stopped. A text is sent again, for its key keeps the gateway from sending it twice;
    /// of an email nobody can know, so a person decides.
    /// </summary>
    public void WasInterrupted(Instant utcNow)
    {
        if (State != MessageState.HandingOver)
            return;
        (State, NotBefore) = Channel == MessageChannel.Text ? (MessageState.Waiting, utcNow) : (MessageState.MayHaveBeenSent, NotBefore);
        if (State == MessageState.MayHaveBeenSent)
            Trouble = "Yardstick stopped while sending this, so it may have gone out. Send it again, or mark it as sent.";
    }

    /// <summary>
    /// The gateway or mail server says what became of it. That counts also while it waits for another try: it was taken then, and only
    /// the answer was lost.
    /// </summary>
    public bool Became(bool delivered, string why)
    {
        if (State is MessageState.Delivered or MessageState.Received or MessageState.Withdrawn)
            return false;
        (State, Trouble) = delivered ? (MessageState.Delivered, "") : (MessageState.Failed, why);
        if (delivered)
            SealedToken = "";
        return true;
    }

    /// <summary>
    /// Takes the key to the customer's page, or a code, out of the text, so that nobody who reads the thread, the database or a copy of it has it.
    /// What is kept in its place only the outbox can open, and only until it went out.
    /// </summary>
    /// <param name="seal">Makes what is kept instead of the key.</param>
    public void Seal(Func<string, string> seal)
    {
        if (Secret().Match(Body) is not { Success: true } found)
            return;
        SealedToken = seal(found.Groups[2].Value);
        Body = Secret().Replace(Body, $"$1{Hidden}");
    }

    /// <summary>What it says with the key to the customer's page in it, for handing it over.</summary>
    /// <param name="open">Opens what was sealed.</param>
    public string OpenBody(Func<string, string> open) =>
        SealedToken.Length == 0 ? Body : Place().Replace(Body, match => match.Groups[1].Value + open(SealedToken));

    private const string Hidden = "…";

    /// <summary>The words behind a code that lets somebody in.</summary>
    public const string IsCode = " is your code ";

    [GeneratedRegex($@"(/(?:approve|documents|book)/|^(?=\d{{3}} \d{{3}}{IsCode}))([\w-]{{16,}}|\d{{3}} \d{{3}})")]
    private static partial Regex Secret();

    [GeneratedRegex($@"(/(?:approve|documents|book)/|^(?={Hidden}{IsCode})){Hidden}")]
    private static partial Regex Place();

    /// <summary>A person decides about one that may have been sent, or that failed.</summary>
    /// <param name="again">Send it again; else it is taken as sent.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public Result Resolve(bool again, Instant utcNow)
    {
        if (again && State is MessageState.MayHaveBeenSent or MessageState.Failed)
            (State, NotBefore, Trouble, Tries) = (MessageState.Waiting, utcNow, "", 0);
        else if (!again && State == MessageState.MayHaveBeenSent)
            (State, Trouble, SealedToken) = (MessageState.Sent, "", "");
        else
            return new Problem("message.settled", "This message is already settled. Nothing to do.");
        return Result.Done;
    }

    /// <summary>Takes it back while it waits.</summary>
    public Result Withdraw()
    {
        if (State is not (MessageState.Waiting or MessageState.Failed))
            return new Problem("message.sent", "It was already sent and can't be canceled.");
        (State, SealedToken) = (MessageState.Withdrawn, "");
        return Result.Done;
    }

    /// <summary>One that came from outside.</summary>
    /// <param name="channel">How it came.</param>
    /// <param name="address">From where; empty from the approval page.</param>
    /// <param name="subject">Subject of an email.</param>
    /// <param name="body">What it says.</param>
    /// <param name="key">Name by which it is known when it comes twice.</param>
    /// <param name="customerId">Whose it is, where that is known.</param>
    /// <param name="orderId">The order that it is about, where that is known.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public static Message Received(
        MessageChannel channel,
        string address,
        string subject,
        string body,
        string key,
        long? customerId,
        long? orderId,
        Instant utcNow
    ) =>
        new()
        {
            Channel = channel,
            Address = address,
            Subject = subject,
            Body = body,
            Key = key,
            CustomerId = customerId,
            OrderId = orderId,
            State = MessageState.Received,
            At = utcNow,
            NotBefore = utcNow,
        };

    /// <summary>Most files that are kept of an email.</summary>
    public const int MostFiles = 10;

    /// <summary>Says what of an email that came could not be kept.</summary>
    /// <param name="why">In words; empty where all was.</param>
    public void CameWithout(string why) => Trouble = why;

    /// <summary>Whose it is and what it is about.</summary>
    public void IsAbout(long? customerId, long? orderId) => (CustomerId, OrderId) = (customerId, orderId);

    /// <summary>Somebody of the shop has seen it.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    public void Seen(Instant utcNow) => SeenAt ??= utcNow;

    /// <summary>Puts the secret of its link into this copy, which is handed over and not kept.</summary>
    /// <param name="token">The link's token.</param>
    public void Reveal(string token) => Body = OpenBody(_ => token);

    /// <summary>When it goes out, UTC, where it waits for the end of the quiet hours; null where it goes out by itself at once.</summary>
    public Instant? WaitsUntil => State == MessageState.Waiting && NotBefore > At + Duration.FromMinutes(1) ? NotBefore : null;
}
