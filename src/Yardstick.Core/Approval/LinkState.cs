namespace Yardstick.Core.Approval;

/// <summary>What a customer's link is good for now.</summary>
public enum LinkState
{
    /// <summary>It can be answered.</summary>
    Open,

    /// <summary>Its time is over.</summary>
    Expired,

    /// <summary>The shop withdrew it.</summary>
    Withdrawn,

    /// <summary>Everything on it was answered.</summary>
    Answered,

    /// <summary>The estimate was changed since it was sent.</summary>
    Changed,
}
