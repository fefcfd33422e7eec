namespace Yardstick.Core.Pricing;

/// <summary>A reason for exemption.</summary>
public sealed record ExemptionRow(string Name, bool All, IReadOnlyList<string> Taxes);
