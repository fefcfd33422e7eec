namespace Yardstick.Core.Purchasing;

/// <summary>Where a return to a supplier is.</summary>
public enum PartReturnState
{
    /// <summary>Set aside; the supplier has not agreed yet.</summary>
    Open,

    /// <summary>The supplier agreed and gave a number.</summary>
    Authorized,

    /// <summary>Picked up, or brought to them.</summary>
    Sent,

    /// <summary>They gave the money back.</summary>
    Credited,

    /// <summary>They will not take it.</summary>
    Refused,

    /// <summary>Kept here after all.</summary>
    Dropped,
}
