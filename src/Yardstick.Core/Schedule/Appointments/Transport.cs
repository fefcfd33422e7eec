namespace Yardstick.Core.Schedule;

/// <summary>What the customer does while the vehicle is in the shop.</summary>
public enum Transport
{
    /// <summary>Leaves it and sees to themselves.</summary>
    DropOff,

    /// <summary>Waits in the shop.</summary>
    Waits,

    /// <summary>Is driven home or to work.</summary>
    Ride,

    /// <summary>Gets a loaner.</summary>
    Loaner,

    /// <summary>The shop fetches the vehicle.</summary>
    PickUp,
}
