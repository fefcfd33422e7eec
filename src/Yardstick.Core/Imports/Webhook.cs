using Yardstick.Core.Values;

namespace Yardstick.Core.Imports;

/// <summary>Another program that is told when something happens in the shop.</summary>
public class Webhook
{
    /// <summary>After so long without one message that arrived, it is turned off by itself.</summary>
    public static readonly Duration Patience = Duration.FromDays(3);

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>Where messages go, as <see cref="WebhookAddress"/> takes it.</summary>
    public string Address { get; internal set; } = "";

    /// <summary>What it is told of.</summary>
    public IReadOnlyList<WebhookEvent> Events { get; internal set; } = [];

    /// <summary>Its secret, sealed with keys that lie beside the database.</summary>
    public string SealedSecret { get; internal set; } = "";

    /// <summary>Whether it is told.</summary>
    public bool Active { get; internal set; } = true;

    /// <summary>No message has arrived since, UTC; null where the last one did.</summary>
    public Instant? FailingSince { get; internal set; }

    /// <summary>Taken off, UTC.</summary>
    public Instant? RemovedAt { get; internal set; }

    /// <summary>Who set it up.</summary>
    public long MadeById { get; init; }

    /// <summary>When, UTC.</summary>
    public Instant MadeAt { get; init; }

    /// <summary>Counts up with every change by a person.</summary>
    public int Version { get; internal set; } = 1;

    /// <summary>
    /// Takes its address and events. Refuses with <c>webhook.address</c>, <c>webhook.events</c> (none).
    /// </summary>
    /// <param name="address">As typed.</param>
    /// <param name="events">What it is told of.</param>
    /// <param name="allowPrivate">See <see cref="WebhookAddress.Read"/>.</param>
    public Result Fill(string? address, IReadOnlyList<WebhookEvent> events, bool allowPrivate)
    {
        var read = WebhookAddress.Read(address, allowPrivate);
        if (read.Problem is { } problem)
            return problem;
        if (!events.Any(WebhookEvents.Chosen.Contains))
            return new Problem("webhook.events", "Choose at least one event.", "events");
        (Address, Events) = (read.Value.AbsoluteUri, [.. events.Distinct().Where(WebhookEvents.Chosen.Contains)]);
        Version++;
        return Result.Done;
    }

    /// <summary>Gives it its secret.</summary>
    public void Seal(string sealedSecret) => SealedSecret = sealedSecret;

    /// <summary>Turns it on or off; turned on, it starts anew with patience.</summary>
    public void Turn(bool on) => (Active, FailingSince, Version) = (on, on ? null : FailingSince, Version + 1);

    /// <summary>Takes it off.</summary>
    public void Remove(Instant utcNow) => (RemovedAt, Active, Version) = (utcNow, false, Version + 1);

    /// <summary>A message arrived, or did not. True where it was turned off for that.</summary>
    /// <param name="arrived">Whether it did.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public bool Tried(bool arrived, Instant utcNow)
    {
        FailingSince = arrived ? null : FailingSince ?? utcNow;
        if (!Active || FailingSince is not { } since || utcNow - since < Patience)
            return false;
        Active = false;
        return true;
    }
}
