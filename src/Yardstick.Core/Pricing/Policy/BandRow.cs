namespace Yardstick.Core.Pricing;

/// <summary>A band; the last one is open and its edge empty.</summary>
public sealed record BandRow(string UpTo, string Multiplier);
