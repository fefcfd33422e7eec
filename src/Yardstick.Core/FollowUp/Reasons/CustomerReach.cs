using Yardstick.Core.Messaging;

namespace Yardstick.Core.FollowUp;

/// <summary>How a customer can be reached, and what they did since.</summary>
public sealed record CustomerReach
{
    /// <summary>Text or email, by what they are reached best; null where by neither.</summary>
    public MessageChannel? Channel { get; init; }

    /// <summary>Number or address of that.</summary>
    public string Address { get; init; } = "";

    /// <summary>Telephone to call, in E.164; empty without one.</summary>
    public string Phone { get; init; } = "";

    /// <summary>They refused messages everywhere they are reached.</summary>
    public bool Refuses { get; init; }

    /// <summary>Nothing is done for them any more.</summary>
    public bool IsNotServed { get; init; }

    /// <summary>When they last wrote, UTC.</summary>
    public Instant? HeardAt { get; init; }

    /// <summary>What they wrote then.</summary>
    public string Heard { get; init; } = "";

    /// <summary>When their vehicle last came, or an appointment was last made for them, UTC.</summary>
    public Instant? CameAt { get; init; }

    /// <summary>The next appointment of the vehicle, wall time.</summary>
    public LocalDateTime? ComesAt { get; init; }

    /// <summary>The vehicle is in the shop: the order that is open for it, by number.</summary>
    public long? HereOn { get; init; }

    /// <summary>Messages that were written to them in the last days, by follow-up.</summary>
    public int Written { get; init; }
}
