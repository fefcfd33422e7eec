namespace Yardstick.Core.Pricing;

/// <summary>An order that the other policy can't price.</summary>
public sealed record OrderNotPriced(long Id, string Reason);
