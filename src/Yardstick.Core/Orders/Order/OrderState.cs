namespace Yardstick.Core.Orders;

/// <summary>Whether an order can still be worked on.</summary>
public enum OrderState
{
    /// <summary>Open.</summary>
    Open,

    /// <summary>Invoiced.</summary>
    Posted,

    /// <summary>Ended without an invoice: nobody agreed to anything. What was not done comes back at the next visit.</summary>
    Ended,

    /// <summary>Made void by somebody with the right. Its number stays; nothing of it comes back.</summary>
    Voided,
}
