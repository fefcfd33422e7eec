namespace Yardstick.Core.Pricing;

/// <summary>A fee that was charged once on the order.</summary>
/// <param name="Code">The fee.</param>
/// <param name="Amount">Its amount.</param>
public sealed record OrderFeeFigures(string Code, decimal Amount);
