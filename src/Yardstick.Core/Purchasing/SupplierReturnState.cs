namespace Yardstick.Core.Purchasing;

/// <summary>Where a return is with the supplier.</summary>
public enum SupplierReturnState
{
    /// <summary>They have not decided.</summary>
    Waiting,

    /// <summary>They take it back.</summary>
    Authorized,

    /// <summary>They don't.</summary>
    Refused,

    /// <summary>They gave the money back.</summary>
    Credited,
}
