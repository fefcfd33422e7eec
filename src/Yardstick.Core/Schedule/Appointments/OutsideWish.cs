using Yardstick.Core.Values;

namespace Yardstick.Core.Schedule;

/// <summary>What came from outside and becomes an appointment: whose it is, and what for.</summary>
public sealed record OutsideWish
{
    /// <summary>The customer on file; null where nobody fits.</summary>
    public long? CustomerId { get; init; }

    /// <summary>The vehicle on file; null where none fits.</summary>
    public long? VehicleId { get; init; }

    /// <summary>The name that was given.</summary>
    public string Name { get; init; } = "";

    /// <summary>The telephone that was given.</summary>
    public PhoneNumber? Phone { get; init; }

    /// <summary>Plate and vehicle in words.</summary>
    public string Vehicle { get; init; } = "";

    /// <summary>What it is for.</summary>
    public string Words { get; init; } = "";

    /// <summary>How it came to the shop.</summary>
    public string Source { get; init; } = "";

    /// <summary>They wait in the shop meanwhile.</summary>
    public bool Waits { get; init; }

    /// <summary>Somebody has to confirm it.</summary>
    public bool IsAsked { get; init; }
}
