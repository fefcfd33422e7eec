namespace Yardstick.Core.Pricing;

/// <summary>Which cost prices a stock part (rules, Held prices); its cost in the books is always the average.</summary>
public enum StockCost
{
    /// <summary>That of the last receipt.</summary>
    Last,

    /// <summary>The weighted average.</summary>
    Average,
}
