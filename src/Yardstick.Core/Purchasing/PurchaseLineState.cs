namespace Yardstick.Core.Purchasing;

/// <summary>What the supplier made of a line of a purchase order. From <see cref="NotAvailable"/> on it will not come from them.</summary>
public enum PurchaseLineState
{
    /// <summary>They have not said yet.</summary>
    Unanswered,

    /// <summary>They send it.</summary>
    Confirmed,

    /// <summary>They send some of it now; the rest is back-ordered.</summary>
    PartlyFilled,

    /// <summary>Later than they said.</summary>
    Delayed,

    /// <summary>On its way.</summary>
    Shipped,

    /// <summary>They have none and get none.</summary>
    NotAvailable,

    /// <summary>No longer made.</summary>
    Discontinued,

    /// <summary>They do not know the number.</summary>
    UnknownNumber,
}
