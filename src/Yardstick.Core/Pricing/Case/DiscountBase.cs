namespace Yardstick.Core.Pricing;

/// <summary>What a discount is taken from.</summary>
public enum DiscountBase
{
    /// <summary>Labor, parts and sublet.</summary>
    All,

    /// <summary>Labor.</summary>
    Labor,

    /// <summary>Parts.</summary>
    Parts,
}
