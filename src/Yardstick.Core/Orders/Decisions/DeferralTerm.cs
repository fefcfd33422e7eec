namespace Yardstick.Core.Orders;

/// <summary>How far a customer puts work off on their page.</summary>
public enum DeferralTerm
{
    /// <summary>By a month.</summary>
    Month,

    /// <summary>By three months: the usual one.</summary>
    Quarter,

    /// <summary>By half a year.</summary>
    HalfYear,
}
