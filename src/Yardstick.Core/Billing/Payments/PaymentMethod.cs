namespace Yardstick.Core.Billing;

/// <summary>How money came or went.</summary>
public enum PaymentMethod
{
    /// <summary>Cash.</summary>
    Cash,

    /// <summary>Card through the terminal or the pay page.</summary>
    Card,

    /// <summary>A check with its number.</summary>
    Check,

    /// <summary>Money that the shop already held for the customer: a deposit, or an earlier credit.</summary>
    Deposit,
}
