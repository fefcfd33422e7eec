namespace Yardstick.Core.Pricing;

/// <summary>One band of a markup table: costs up to and with <see cref="UpTo"/> are multiplied by <see cref="Multiplier"/>.</summary>
/// <param name="UpTo">The highest cost in the band, null for the open last one.</param>
/// <param name="Multiplier">Price = cost × this, up to 3 decimals.</param>
public sealed record MarkupBand(decimal? UpTo, decimal Multiplier);
