using System.Linq.Expressions;
using Yardstick.Core.Billing;
using Yardstick.Core.Orders;
using Yardstick.Data;

namespace Yardstick.Server.Reports;

/// <summary>What measures are narrowed to; everything where nothing is said.</summary>
/// <param name="WriterId">Orders of this writer.</param>
/// <param name="Source">Customers who came by this source.</param>
/// <param name="Make">Vehicles of this make.</param>
/// <param name="CannedJobId">Orders with this canned job.</param>
/// <param name="Payer">Invoices of this payer.</param>
/// <param name="TechnicianId">Orders that this technician leads or was on the clock for.</param>
public sealed record MeasureFilter(long? WriterId, string? Source, string? Make, long? CannedJobId, Payer? Payer, long? TechnicianId)
{
    /// <summary>Everything.</summary>
    internal static readonly MeasureFilter Everything = new(null, null, null, null, null, null);

    /// <summary>Nothing is left out.</summary>
    public bool IsEmpty =>
        WriterId is null && TechnicianId is null && string.IsNullOrEmpty(Source) && string.IsNullOrEmpty(Make) && CannedJobId is null;

    /// <summary>Sales records that it lets through.</summary>
    /// <param name="db">The database.</param>
    /// <param name="sales">Which.</param>
    internal IQueryable<SaleRecord> Of(ShopDb db, IQueryable<SaleRecord> sales)
    {
        if (Payer is { } payer)
            sales = sales.Where(s => db.Invoices.Any(i => i.Id == s.InvoiceId && i.Payer == payer));
        if (IsEmpty)
            return sales;
        var orders = Orders(db, db.Orders);
        return sales.Where(s => orders.Any(o => o.Id == s.OrderId));
    }

    /// <summary>Orders that it lets through.</summary>
    /// <param name="db">The database.</param>
    /// <param name="orders">Which.</param>
    internal IQueryable<Order> Orders(ShopDb db, IQueryable<Order> orders)
    {
        if (WriterId is { } writer)
            orders = orders.Where(o => o.WriterId == writer);
        if (TechnicianId is { } technician)
            orders = orders.Where(o => o.LeadId == technician || db.TimeEntries.Any(t => t.OrderId == o.Id && t.StaffId == technician));
        if (Source is { Length: > 0 } source)
            orders = orders.Where(o => db.Customers.Any(c => c.Id == o.CustomerId && c.Source == source));
        if (Make is { Length: > 0 } make)
            orders = orders.Where(o => db.Vehicles.Any(v => v.Id == o.VehicleId && v.Make == make));
        if (CannedJobId is { } canned)
            orders = orders.Where(o =>
                o.Jobs.Any(j => j.CannedJobId == canned && j.RemovedAt == null && j.Decision == DecisionKind.Approved)
            );
        return orders;
    }
}
