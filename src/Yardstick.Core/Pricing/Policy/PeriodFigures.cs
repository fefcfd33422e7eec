namespace Yardstick.Core.Pricing;

/// <summary>What a period came to.</summary>
/// <param name="Revenue">Totals without taxes, cores and fees passed on.</param>
/// <param name="Total">What customers paid or owe.</param>
/// <param name="Profit">Revenue less cost.</param>
/// <param name="MarginPercent">Profit of revenue, one decimal; null without revenue.</param>
public sealed record PeriodFigures(decimal Revenue, decimal Total, decimal Profit, decimal? MarginPercent);
