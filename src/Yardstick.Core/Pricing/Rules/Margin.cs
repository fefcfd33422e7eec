namespace Yardstick.Core.Pricing;

/// <summary>What is left of what is charged.</summary>
internal static class Margin
{
    /// <summary>Profit in percent of revenue, one decimal, half away from zero; null without revenue.</summary>
    internal static decimal? Of(decimal profit, decimal revenue) =>
        revenue == 0 ? null : decimal.Round(profit * 100m / revenue, 1, MidpointRounding.AwayFromZero);
}
