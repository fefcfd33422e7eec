using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Purchasing;

/// <summary>What another cost than the estimate's does to a line. The price that the customer was told stays.</summary>
/// <param name="Cost">More (or less) for all units.</param>
/// <param name="MarginBefore">Margin on the estimate, in percent of the line's net; null where it has none.</param>
/// <param name="MarginAfter">Margin at the new cost.</param>
public sealed record CostChange(Money Cost, decimal? MarginBefore, decimal? MarginAfter)
{
    /// <summary>The change of a line that is ordered at another cost.</summary>
    /// <param name="figures">The line as it is priced.</param>
    /// <param name="estimated">Cost each on the estimate.</param>
    /// <param name="quoted">Cost each now.</param>
    /// <param name="quantity">Units that are ordered.</param>
    public static CostChange Of(LineFigures figures, UnitPrice estimated, UnitPrice quoted, Quantity quantity)
    {
        var more = Money.Of((quoted.Value - estimated.Value) * quantity.Value);
        return new(more, Margin(figures.Net, figures.Cost), Margin(figures.Net, figures.Cost + more.Amount));
    }

    private static decimal? Margin(decimal net, decimal cost) =>
        net <= 0 ? null : decimal.Round((net - cost) / net * 100m, 1, MidpointRounding.AwayFromZero);
}
