using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;
using Yardstick.Data;

namespace Yardstick.Server.Purchasing;

/// <summary>Old parts that are owed: by the shop to suppliers, by customers to the shop.</summary>
public static class CoresOwed
{
    private const int Most = 60;

    /// <summary>A core that a supplier gets back for its charge.</summary>
    /// <param name="ReceiptLineId">The receipt with which the new part came.</param>
    /// <param name="SupplierId">Who gets it.</param>
    /// <param name="Supplier">Their name.</param>
    /// <param name="OrderNumber">The repair order; null for stock.</param>
    /// <param name="PartNumber">The new part's number.</param>
    /// <param name="Description">The new part.</param>
    /// <param name="Quantity">Cores that did not go back yet.</param>
    /// <param name="Amount">What they bring.</param>
    /// <param name="AtHand">The old part is here: the work is done and nobody said that the customer keeps it.</param>
    /// <param name="Since">When the new part came.</param>
    /// <param name="DueOn">The last day on which the supplier takes it.</param>
    /// <param name="Overdue">That day is past.</param>
    /// <param name="GivenUp">Why it will never go back; empty while it is to.</param>
    public sealed record CoreOwedView(
        long ReceiptLineId,
        long SupplierId,
        string Supplier,
        long? OrderNumber,
        string PartNumber,
        string Description,
        decimal Quantity,
        decimal Amount,
        bool AtHand,
        LocalDateTime Since,
        LocalDate DueOn,
        bool Overdue,
        string GivenUp
    );

    /// <summary>A core that a customer was charged and can still bring, or that was given up.</summary>
    /// <param name="OrderId">The repair order.</param>
    /// <param name="LineId">The part on it.</param>
    /// <param name="OrderNumber">Its number.</param>
    /// <param name="Customer">Who was charged.</param>
    /// <param name="Description">The part.</param>
    /// <param name="Quantity">Cores.</param>
    /// <param name="Amount">Their charge before tax.</param>
    /// <param name="GivenUp">Nobody expects it any more.</param>
    public sealed record CustomerCoreView(
        long OrderId,
        long LineId,
        long OrderNumber,
        string Customer,
        string Description,
        decimal Quantity,
        decimal Amount,
        bool GivenUp
    );

    /// <summary>Cores that the shop owes to suppliers, and the last that were given up.</summary>
    internal static async Task<IReadOnlyList<CoreOwedView>> AtSuppliersAsync(
        ShopDb db,
        Core.Setup.Shop shop,
        Dictionary<long, Supplier> suppliers,
        LocalDate today
    )
    {
        var came = await CameWithAsync(db, db.OwedCores.Where(OwedCore.IsOwed));
        var givenUp = db.OwedCores.Where(c => c.GivenUpAt != null).OrderByDescending(c => c.GivenUpAt).Take(Most / 3);
        came.AddRange((await CameWithAsync(db, givenUp)).Where(c => c.Core.Left <= Quantity.Zero));
        var lineIds = came.Select(c => c.Line.LineId).OfType<long>().ToList();
        var lines = await db.Lines.OfType<PartLine>().Where(l => lineIds.Contains(l.Id)).ToDictionaryAsync(l => l.Id);
        var jobIds = lines.Values.Select(l => l.JobId).Distinct().ToList();
        var finished = (
            await db.Jobs.Where(j => jobIds.Contains(j.Id) && j.Progress == JobProgress.Finished).Select(j => j.Id).ToListAsync()
        ).ToHashSet();
        return came.ConvertAll(c =>
        {
            var line = c.Line.LineId is { } id ? lines.GetValueOrDefault(id) : null;
            var supplier = suppliers[c.SupplierId];
            var due = OwedCore.DueOn(shop.Local(c.At).Date, supplier);
            var units = c.Core.Left > Quantity.Zero ? c.Core.Left : c.Core.GivenUp;
            return new CoreOwedView(
                c.Line.Id,
                c.SupplierId,
                supplier.Name,
                c.OrderNumber,
                c.Line.PartNumber,
                c.Line.Description,
                units.Value,
                Money.Of(c.Line.CoreEach * units).Amount,
                line is not null
                    && (line.CoresBrought > Quantity.Zero || (line.CoresReturned > Quantity.Zero && finished.Contains(line.JobId))),
                shop.Local(c.At),
                due,
                due < today,
                c.Core.Left > Quantity.Zero ? "" : c.Core.Reason
            );
        });
    }

    private sealed record CoreCame(OwedCore Core, ReceiptLine Line, long SupplierId, Instant At, long? OrderNumber);

    private static Task<List<CoreCame>> CameWithAsync(ShopDb db, IQueryable<OwedCore> cores) =>
        (
            from core in cores
            join line in db.ReceiptLines on core.ReceiptLineId equals line.Id
            join receipt in db.Receipts on line.ReceiptId equals receipt.Id
            orderby core.Id
            select new CoreCame(
                core,
                line,
                receipt.SupplierId,
                receipt.At,
                db.Orders.Where(o => o.Id == line.OrderId).Select(o => (long?)o.Number).FirstOrDefault()
            )
        ).ToListAsync();

    /// <summary>Cores that customers were charged and can still bring, and those that nobody expects any more.</summary>
    internal static async Task<IReadOnlyList<CustomerCoreView>> OfCustomersAsync(ShopDb db)
    {
        var lines = await db
            .Lines.OfType<PartLine>()
            .Where(l => l.CoreDeposit > EF.Constant(UnitPrice.Zero) && l.CoresReturned < l.Quantity)
            .OrderByDescending(l => l.Id)
            .Take(4 * Most)
            .ToListAsync();
        var jobIds = lines.Select(l => l.JobId).Distinct().ToList();
        // The jobs by their keys first: most orders are posted and most jobs approved, so that neither finds anything.
        var approved = (
            await db
                .Jobs.Where(j => jobIds.Contains(j.Id) && j.RemovedAt == null)
                .Select(j => new
                {
                    j.Id,
                    j.OrderId,
                    j.Decision,
                })
                .ToListAsync()
        ).FindAll(j => j.Decision == DecisionKind.Approved);
        var orderIds = approved.Select(j => j.OrderId).Distinct().ToList();
        var orders = await db
            .Orders.Where(o => orderIds.Contains(o.Id))
            .Select(o => new
            {
                o.Id,
                o.Number,
                o.CustomerId,
                o.State,
            })
            .ToDictionaryAsync(o => o.Id);
        var jobs = approved.Where(j => orders[j.OrderId].State == OrderState.Posted).ToDictionary(j => j.Id, j => orders[j.OrderId]);
        var rows = lines
            .Where(l =>
                l is { RemovedAt: null, IsExcluded: false }
                && l.CoresOutstanding + l.CoresGivenUp > Quantity.Zero
                && jobs.ContainsKey(l.JobId)
            )
            .Select(l => (Line: l, Order: jobs[l.JobId]))
            .OrderBy(r => r.Line.CoresGivenUp > Quantity.Zero)
            .Take(Most)
            .ToList();
        var customerIds = rows.Select(r => r.Order.CustomerId).OfType<long>().Distinct().ToList();
        var customers = await db.Customers.Where(c => customerIds.Contains(c.Id)).IgnoreAutoIncludes().ToDictionaryAsync(c => c.Id);
        return rows.ConvertAll(r =>
        {
            var left = r.Line.CoresOutstanding + r.Line.CoresGivenUp;
            return new CustomerCoreView(
                r.Order.Id,
                r.Line.Id,
                r.Order.Number,
                r.Order.CustomerId is { } id ? customers[id].DisplayName : "Counter sale",
                r.Line.Description,
                left.Value,
                Money.Of(r.Line.CoreDeposit * left).Amount,
                r.Line.CoresGivenUp > Quantity.Zero
            );
        });
    }
}
