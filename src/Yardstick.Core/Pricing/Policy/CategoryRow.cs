namespace Yardstick.Core.Pricing;

/// <summary>A part category; an empty table means <c>standard</c>.</summary>
public sealed record CategoryRow(string Name, string Bands);
