namespace Yardstick.Core.Orders;

/// <summary>Who pays for a job, as the shop noted it. The invoice is made to the customer, for everything, whoever stands here.</summary>
public enum Payer
{
    /// <summary>The customer.</summary>
    Customer,

    /// <summary>A service contract or an insurer.</summary>
    Contract,

    /// <summary>A warranty.</summary>
    Warranty,

    /// <summary>The shop itself.</summary>
    Shop,
}
