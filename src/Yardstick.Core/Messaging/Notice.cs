using Yardstick.Core.Values;

namespace Yardstick.Core.Messaging;

/// <summary>Something that happened by itself and that the counter should hear of: a customer answered, asked, wrote.</summary>
public class Notice
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>When, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>What happened, in one sentence.</summary>
    public required string Text { get; init; }

    /// <summary>The order that it leads to.</summary>
    public long? OrderId { get; init; }

    /// <summary>Number or address of somebody who is not on file and wrote; empty for none.</summary>
    public string Address { get; init; } = "";

    /// <summary>Who saw it first; null while nobody did.</summary>
    public long? SeenById { get; internal set; }

    /// <summary>Seen, UTC.</summary>
    public Instant? SeenAt { get; internal set; }

    /// <summary>Somebody has seen it; who was first stays written down.</summary>
    public void Seen(Actor actor)
    {
        if (SeenAt is null)
            (SeenAt, SeenById) = (actor.At, actor.StaffId);
    }
}
