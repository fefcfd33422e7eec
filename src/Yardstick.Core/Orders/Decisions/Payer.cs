namespace Yardstick.Core.Orders;

/// <summary>Who pays for a job (rules, Money after the invoice).</summary>
public enum Payer
{
    /// <summary>The customer.</summary>
    Customer,

    /// <summary>Another account: a warranty, a service contract, an insurer.</summary>
    Account,

    /// <summary>The shop itself: goodwill, a comeback.</summary>
    Shop,
}
