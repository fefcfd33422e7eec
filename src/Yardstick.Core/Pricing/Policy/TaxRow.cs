namespace Yardstick.Core.Pricing;

/// <summary>A tax.</summary>
public sealed record TaxRow(string Code, string Percent, IReadOnlyList<AmountKind> On);
