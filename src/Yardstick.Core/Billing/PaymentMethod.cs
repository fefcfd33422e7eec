namespace Yardstick.Core.Billing;

/// <summary>How money came or went.</summary>
public enum PaymentMethod
{
    /// <summary>Cash.</summary>
    Cash,

    /// <summary>Card through the terminal.</summary>
    Card,
}
