namespace Yardstick.Core.Billing;

/// <summary>Where a card charge is.</summary>
public enum CardChargeState
{
    /// <summary>Sent, not answered: looked up, never sent anew under another key.</summary>
    Pending,

    /// <summary>The money came.</summary>
    Approved,

    /// <summary>The card was refused.</summary>
    Declined,

    /// <summary>The terminal never got it.</summary>
    NotMade,
}
