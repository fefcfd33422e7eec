namespace Yardstick.Core.Pricing;

/// <summary>A fee charged once an order; an empty category means always.</summary>
public sealed record FeeRow(string Code, string Amount, string CostEach, bool Taxable, bool PassThrough, string Category);
