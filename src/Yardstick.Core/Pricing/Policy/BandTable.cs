namespace Yardstick.Core.Pricing;

/// <summary>A markup table.</summary>
public sealed record BandTable(string Name, IReadOnlyList<BandRow> Bands);
