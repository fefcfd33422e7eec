namespace Yardstick.Core.Pricing;

/// <summary>A tax and what it is on.</summary>
/// <param name="Code">Name on documents and in the books.</param>
/// <param name="Percent">Rate, up to 3 decimals.</param>
/// <param name="On">The kinds of amount that it is on.</param>
public sealed record TaxRule(string Code, decimal Percent, IReadOnlyList<AmountKind> On);
