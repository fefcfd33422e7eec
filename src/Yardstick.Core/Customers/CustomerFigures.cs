namespace Yardstick.Core.Customers;

/// <summary>What a customer has meant to the shop.</summary>
/// <param name="Visits">Invoiced orders.</param>
/// <param name="First">First visit, UTC.</param>
/// <param name="Last">Last visit, UTC.</param>
/// <param name="Spent">Invoices less credit notes, with taxes.</param>
/// <param name="AverageOrder">Spent for each visit; null without visits.</param>
/// <param name="ShareApprovedPercent">Of what was proposed and decided, how much was approved, by amount, whole percent; null where nothing
/// was decided.</param>
/// <param name="Owed">Invoices less credit notes and payments.</param>
public sealed record CustomerFigures(
    int Visits,
    Instant? First,
    Instant? Last,
    decimal Spent,
    decimal? AverageOrder,
    decimal? ShareApprovedPercent,
    decimal Owed
)
{
    /// <summary>Makes the figures from sums in cents.</summary>
    public static CustomerFigures Of(int visits, Instant? first, Instant? last, long invoiced, long paid, long approved, long decided) =>
        new(
            visits,
            first,
            last,
            invoiced / 100m,
            visits == 0 ? null : decimal.Round(invoiced / 100m / visits, 2, MidpointRounding.AwayFromZero),
            decided == 0 ? null : decimal.Round(approved * 100m / decided, 0, MidpointRounding.AwayFromZero),
            (invoiced - paid) / 100m
        );
}
