namespace Yardstick.Core.Orders;

/// <summary>How an order came to its end without an invoice.</summary>
public enum OrderEnding
{
    /// <summary>The customer wanted nothing done.</summary>
    Declined,

    /// <summary>The customer never came back with an answer.</summary>
    NotReturned,

    /// <summary>The customer took the estimate, or the car, home.</summary>
    TakenHome,
}
