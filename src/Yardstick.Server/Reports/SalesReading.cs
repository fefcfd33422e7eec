using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Billing;
using Yardstick.Core.Reports;
using Yardstick.Core.Setup;
using Yardstick.Data;

namespace Yardstick.Server.Reports;

/// <summary>Adds sales records up, in the database.</summary>
internal static class SalesReading
{
    /// <summary>Records of a period that somebody but the shop pays.</summary>
    internal static IQueryable<SaleRecord> SalesOf(this ShopDb db, ReportPeriod period, MeasureFilter filter)
    {
        var (from, until) = (period.From, period.Until);
        return filter.Of(db, db.Sales.Where(s => s.Day >= from && s.Day <= until && !s.ShopPays));
    }

    /// <summary>Their sums.</summary>
    internal static async Task<SalesSums> SumsAsync(this IQueryable<SaleRecord> sales) =>
        await sales
            .GroupBy(_ => 1)
            .Select(g => new SalesSums
            {
                Cars = g.Sum(s => (long)s.Cars),
                Labor = g.Sum(s => s.Labor.Cents),
                Parts = g.Sum(s => s.Parts.Cents),
                Sublet = g.Sum(s => s.Sublet.Cents),
                Fees = g.Sum(s => s.Fees.Cents),
                Supplies = g.Sum(s => s.Supplies.Cents),
                LaborCost = g.Sum(s => s.LaborCost.Cents),
                PartsCost = g.Sum(s => s.PartsCost.Cents),
                SubletCost = g.Sum(s => s.SubletCost.Cents),
                FeesCost = g.Sum(s => s.FeesCost.Cents),
                SuppliesCost = g.Sum(s => s.SuppliesCost.Cents),
                HoursSold = g.Sum(s => s.HoursSold),
                AtBands = g.Sum(s => s.AtBands.Cents),
                GapCustomer = g.Sum(s => s.GapCustomer.Cents),
                GapSet = g.Sum(s => s.GapSet.Cents),
                GapFixed = g.Sum(s => s.GapFixed.Cents),
                GapDiscounts = g.Sum(s => s.GapDiscounts.Cents),
                BandsCost = g.Sum(s => s.BandsCost.Cents),
                WithVehicle = g.Sum(s =>
                    s.HasVehicle ? s.Labor.Cents + s.Parts.Cents + s.Sublet.Cents + s.Fees.Cents + s.Supplies.Cents : 0
                ),
                HoursWithVehicle = g.Sum(s => s.HasVehicle ? s.HoursSold : 0),
            })
            .FirstOrDefaultAsync()
        ?? new SalesSums();

    /// <summary>Records of a period that the shop itself pays.</summary>
    internal static IQueryable<SaleRecord> PaidByShopOf(this ShopDb db, ReportPeriod period)
    {
        var (from, until) = (period.From, period.Until);
        return db.Sales.Where(s => s.Day >= from && s.Day <= until && s.ShopPays);
    }

    /// <summary>Sales of each day of a period.</summary>
    internal static async Task<List<(LocalDate Day, decimal Amount)>> DaysAsync(this IQueryable<SaleRecord> sales) =>
        (
            await sales
                .GroupBy(s => s.Day)
                .Select(g => new
                {
                    g.Key,
                    Cents = g.Sum(s => s.Labor.Cents + s.Parts.Cents + s.Sublet.Cents + s.Fees.Cents + s.Supplies.Cents),
                })
                .ToListAsync()
        ).ConvertAll(d => (d.Key, d.Cents / 100m));

    /// <summary>The first and the moment after the last of a period.</summary>
    internal static (Instant From, Instant Until) Moments(this Shop shop, ReportPeriod period) =>
        (shop.Utc(period.From.AtMidnight()), shop.Utc(period.Until.PlusDays(1).AtMidnight()));
}
