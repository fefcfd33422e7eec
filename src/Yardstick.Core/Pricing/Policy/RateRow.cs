namespace Yardstick.Core.Pricing;

/// <summary>A labor rate.</summary>
public sealed record RateRow(string Name, string Rate);
