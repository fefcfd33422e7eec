namespace Yardstick.Core.Pricing;

/// <summary>An order fee that was charged.</summary>
internal readonly record struct ChargedFee(OrderFee Fee, long Amount, long Cost);
