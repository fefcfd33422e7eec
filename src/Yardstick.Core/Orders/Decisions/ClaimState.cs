namespace Yardstick.Core.Orders;

/// <summary>Where a claim with another payer is.</summary>
public enum ClaimState
{
    /// <summary>Nothing was sent to the payer.</summary>
    NotFiled,

    /// <summary>Sent, not answered.</summary>
    Filed,

    /// <summary>The payer authorized it.</summary>
    Authorized,

    /// <summary>The payer refused it.</summary>
    Denied,
}
