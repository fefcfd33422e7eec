using Microsoft.EntityFrameworkCore;
using Yardstick.Data;

namespace Yardstick.Server.Reports;

/// <summary>What one customer bought in a stretch of days.</summary>
/// <param name="CustomerId">The customer.</param>
/// <param name="Day">The first of these days with a sale.</param>
/// <param name="Cents">Sales without tax.</param>
/// <param name="Source">How they came; empty where nobody knows.</param>
/// <param name="IsNew">Nothing was sold to them before the first day, here or by the former program.</param>
internal sealed record CustomerSales(long CustomerId, LocalDate Day, long Cents, string Source, bool IsNew)
{
    /// <summary>The source in words.</summary>
    internal string SourceWords => Source.Length > 0 ? Source : "source not known";

    /// <summary>Sales of two stretches that follow each other.</summary>
    internal static List<CustomerSales> Join(List<CustomerSales> past, List<CustomerSales> today)
    {
        var by = past.ToDictionary(c => c.CustomerId);
        foreach (var sale in today)
            by[sale.CustomerId] = by.TryGetValue(sale.CustomerId, out var before)
                ? before with
                {
                    Cents = before.Cents + sale.Cents,
                }
                : sale;
        return [.. by.Values];
    }
}

/// <summary>Reads them.</summary>
internal static class CustomerSalesReading
{
    internal static async Task<List<CustomerSales>> CustomerSalesAsync(
        this ShopDb db,
        Core.Reports.ReportPeriod period,
        MeasureFilter filter
    )
    {
        var first = period.From;
        var rows = await (
            from s in db.SalesOf(period, filter)
            join o in db.Orders on s.OrderId equals o.Id
            join c in db.Customers.IgnoreAutoIncludes() on o.CustomerId equals (long?)c.Id
            group s by new { c.Id, c.Source } into g
            select new
            {
                g.Key.Id,
                g.Key.Source,
                Day = g.Min(s => s.Day),
                Cents = g.Sum(s => s.Labor.Cents + s.Parts.Cents + s.Sublet.Cents + s.Fees.Cents + s.Supplies.Cents),
                IsNew = !db.FormerOrders.Any(f => f.CustomerId == g.Key.Id)
                    && !db.Orders.Any(e => e.CustomerId == g.Key.Id && db.Sales.Any(x => x.OrderId == e.Id && x.Day < first)),
            }
        ).ToListAsync();
        return rows.ConvertAll(r => new CustomerSales(r.Id, r.Day, r.Cents, r.Source, r.IsNew));
    }
}
