namespace Yardstick.Server.Orders;

/// <summary>Totals on a sheet.</summary>
public sealed record SheetFigures(
    decimal Labor,
    decimal Parts,
    decimal Sublet,
    decimal Fees,
    decimal Core,
    decimal Supplies,
    decimal Discounts,
    IReadOnlyList<SheetTax> Taxes,
    decimal Tax,
    bool TaxesInside,
    decimal Total,
    decimal? MarginPercent,
    decimal? Profit,
    decimal Hours,
    decimal? MarginAim,
    decimal? EffectiveRate,
    decimal? EffectiveRateAim
);
