namespace Yardstick.Core.Schedule;

/// <summary>Whether a promise holds.</summary>
public enum PromiseState
{
    /// <summary>No promise was made.</summary>
    None,

    /// <summary>It can be kept as things are.</summary>
    Holds,

    /// <summary>Planned work or parts end after it.</summary>
    CannotBeKept,

    /// <summary>Its time is past and the car is not done.</summary>
    Late,

    /// <summary>The car is done.</summary>
    Kept,
}
