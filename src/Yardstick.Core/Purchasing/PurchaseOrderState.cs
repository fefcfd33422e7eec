namespace Yardstick.Core.Purchasing;

/// <summary>Where a purchase order is.</summary>
public enum PurchaseOrderState
{
    /// <summary>Written down here, not known to have reached the supplier.</summary>
    Sending,

    /// <summary>The supplier has it.</summary>
    Placed,

    /// <summary>The supplier said when it comes.</summary>
    Confirmed,

    /// <summary>On the way.</summary>
    Shipped,

    /// <summary>Later than was said.</summary>
    Delayed,

    /// <summary>The supplier will not send it.</summary>
    Refused,

    /// <summary>All of it is here.</summary>
    Received,

    /// <summary>Called off before it came.</summary>
    Cancelled,
}
