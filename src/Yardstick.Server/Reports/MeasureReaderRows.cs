using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Billing;
using Yardstick.Core.Inventory;
using Yardstick.Core.Orders;
using Yardstick.Core.Reports;
using Yardstick.Core.Schedule;

namespace Yardstick.Server.Reports;

/// <summary>The rows behind each measure, with plates, names and where they lead.</summary>
internal sealed partial class MeasureReader
{
    private const int AtATime = 5000;

    /// <summary>The rows behind a measure; their values add up to it.</summary>
    internal async Task<List<MeasureRow>> RowsAsync(Measure measure, ReportPeriod period) =>
        measure switch
        {
            Measure.ApprovedAmount or Measure.ApprovedJobs or Measure.DeferredValue or Measure.LostSales => await DecisionRowsAsync(
                measure,
                period
            ),
            Measure.PromisesKept or Measure.LastPromisesKept => await PromiseRowsAsync(measure, period),
            Measure.AppointmentsKept or Measure.AppointmentsMissed => await AppointmentRowsAsync(measure, period),
            Measure.SoldOfOnJobs or Measure.OnJobsOfPresent or Measure.SoldOfPresent =>
            [
                .. (await TechniciansAsync(period)).Select(t => new MeasureRow(period.Until, t.Name, "", "", "", t.Of(measure)!.Value)),
            ],
            Measure.Comebacks => await ComebackRowsAsync(period),
            Measure.Unfinished => await UnfinishedRowsAsync(),
            Measure.Overdue => await OverdueRowsAsync(),
            Measure.NewCustomers => await NewCustomerRowsAsync(period),
            Measure.IdleStock => await stock.IdleAsync(),
            Measure.StockValue => await StockRowsAsync(period.Until),
            Measure.StockTurns =>
            [
                new MeasureRow(
                    period.Until,
                    "Cost of parts sold from stock / mean of 13 month ends",
                    "",
                    "",
                    "",
                    await stock.TurnsAsync(period.Until)
                ),
            ],
            _ => await SaleRowsAsync(measure, period),
        };

    private async Task<List<MeasureRow>> SaleRowsAsync(Measure measure, ReportPeriod period)
    {
        var (from, until) = (period.From, period.Until);
        var sales =
            measure == Measure.PaidByShop ? db.Sales.Where(s => s.Day >= from && s.Day <= until && s.ShopPays) : db.SalesOf(period, filter);
        var rows = await (
            from s in sales
            join i in db.Invoices on s.InvoiceId equals i.Id
            select new
            {
                Sale = s,
                i.Number,
                i.Kind,
                i.CustomerId,
            }
        )
            .AsNoTracking()
            .ToListAsync();
        var plates = await PlatesAsync(rows.Select(r => r.Sale.OrderId));
        var names = await NamesAsync(rows.Select(r => r.CustomerId).OfType<long>());
        return
        [
            .. rows.Select(r => new MeasureRow(
                    r.Sale.Day,
                    Invariant($"{(r.Kind == InvoiceKind.CreditNote ? "Credit memo" : "Invoice")} {r.Number}"),
                    plates.GetValueOrDefault(r.Sale.OrderId, ""),
                    r.CustomerId is { } c ? names.GetValueOrDefault(c, "") : "",
                    Invariant($"/invoices/{r.Sale.InvoiceId}"),
                    Worth(r.Sale)
                ))
                .Where(r => r.Value.Amount != 0 || r.Value.Of is not (null or 0))
                .OrderByDescending(r => r.Day)
                .ThenByDescending(r => r.Value.Amount),
        ];

        MeasureValue Worth(SaleRecord sale)
        {
            var of = SalesSums.Of(sale);
            return of.Of(measure) ?? new(of.Sales / 100m);
        }
    }

    private async Task<List<MeasureRow>> DecisionRowsAsync(Measure measure, ReportPeriod period)
    {
        var all = await DecisionsAsync(measure, period);
        var plates = await PlatesAsync(all.Select(d => d.Decided.OrderId));
        return
        [
            .. all.Select(d => new MeasureRow(
                    shop.Local(d.Decided.At).Date,
                    d.Decided.Title,
                    plates.GetValueOrDefault(d.Decided.OrderId, ""),
                    $"{d.Decided.Kind.Words()}{(d.Decided.Reason.Length > 0 ? $": {d.Decided.Reason}" : "")}",
                    Invariant($"/orders/{d.Decided.OrderId}"),
                    d.Adds
                ))
                .OrderByDescending(r => r.Value.Of ?? r.Value.Amount),
        ];
    }

    private async Task<List<MeasureRow>> PromiseRowsAsync(Measure measure, ReportPeriod period)
    {
        var all = await FinishedAsync(period);
        var plates = await PlatesAsync(all.Select(o => o.OrderId));
        var numbers = await NumbersAsync(all.Select(o => o.OrderId));
        return
        [
            .. all.Select(o => (Order: o, Adds: o.Adds(measure)))
                .Where(o => o.Adds is not null)
                .Select(o => new MeasureRow(
                    o.Order.FinishedAt.Date,
                    Invariant($"Order {numbers.GetValueOrDefault(o.Order.OrderId)}"),
                    plates.GetValueOrDefault(o.Order.OrderId, ""),
                    Invariant(
                        $"promised {(measure == Measure.PromisesKept ? o.Order.FirstPromise : o.Order.LastPromise)!.Value:MMM d, h:mm tt}, finished {o.Order.FinishedAt:MMM d, h:mm tt}"
                    ),
                    Invariant($"/orders/{o.Order.OrderId}"),
                    o.Adds!.Value
                ))
                .OrderBy(r => r.Value.Amount)
                .ThenByDescending(r => r.Day),
        ];
    }

    private async Task<List<MeasureRow>> AppointmentRowsAsync(Measure measure, ReportPeriod period)
    {
        var all = await AppointmentsAsync(period);
        var names = await NamesAsync(all.Select(a => a.CustomerId).OfType<long>());
        return
        [
            .. all.Select(a => (Appointment: a, Adds: MeasureRules.Adds(measure, a.State)))
                .Where(a => a.Adds is not null)
                .Select(a => new MeasureRow(
                    a.Appointment.Start.Date,
                    a.Appointment.Title,
                    a.Appointment.Vehicle,
                    $"{(a.Appointment.CustomerId is { } c ? names.GetValueOrDefault(c, "") : a.Appointment.Name)}, {Appointment.Word(a.Appointment.State)}",
                    Invariant($"/calendar?appointment={a.Appointment.Id}"),
                    a.Adds!.Value
                ))
                .OrderBy(r => r.Value.Amount)
                .ThenBy(r => r.Day),
        ];
    }

    private async Task<List<MeasureRow>> ComebackRowsAsync(ReportPeriod period)
    {
        var (orders, back) = await ComebacksAsync(period);
        var plates = await PlatesAsync(back.Select(b => b.OrderId));
        return
        [
            .. back.Select(b => new MeasureRow(
                b.Day,
                b.Title,
                plates.GetValueOrDefault(b.OrderId, ""),
                "came back",
                Invariant($"/orders/{b.OrderId}"),
                new(1, 1)
            )),
            new MeasureRow(period.Until, "Other jobs invoiced", "", "", "", new(0, orders.Values.Sum() - back.Count)),
        ];
    }

    private async Task<List<MeasureRow>> UnfinishedRowsAsync()
    {
        var open = await filter
            .Orders(db, db.Orders.Where(o => o.State == OrderState.Open))
            .Select(o => new
            {
                o.Id,
                o.Number,
                o.CustomerId,
                o.OpenedAt,
                o.ApprovedTotal,
            })
            .ToListAsync();
        var plates = await PlatesAsync(open.Select(o => o.Id));
        var names = await NamesAsync(open.Select(o => o.CustomerId).OfType<long>());
        return
        [
            .. open.Where(o => o.ApprovedTotal.Cents != 0)
                .Select(o => new MeasureRow(
                    shop.Local(o.OpenedAt).Date,
                    Invariant($"Order {o.Number}, {Period.DaysBetween(shop.Local(o.OpenedAt).Date, Today)} days"),
                    plates.GetValueOrDefault(o.Id, ""),
                    o.CustomerId is { } c ? names.GetValueOrDefault(c, "") : "",
                    Invariant($"/orders/{o.Id}"),
                    new(o.ApprovedTotal.Amount)
                ))
                .OrderBy(r => r.Day),
        ];
    }

    private async Task<List<MeasureRow>> OverdueRowsAsync()
    {
        var open = OverdueOf(await OwedAsync()).ToList();
        var names = await NamesAsync(open.Select(o => o.CustomerId).OfType<long>());
        var plates = await PlatesAsync(open.Select(o => o.OrderId));
        return
        [
            .. open.Select(o => new MeasureRow(
                    o.DueOn,
                    Invariant($"Invoice {o.Number}, {Period.DaysBetween(o.DueOn, Today)} days"),
                    plates.GetValueOrDefault(o.OrderId, ""),
                    o.CustomerId is { } c ? names.GetValueOrDefault(c, "") : "",
                    Invariant($"/invoices/{o.Id}"),
                    new(o.Balance.Amount)
                ))
                .OrderBy(r => r.Day),
        ];
    }

    private async Task<List<MeasureRow>> NewCustomerRowsAsync(ReportPeriod period)
    {
        var fresh = (await CustomersAsync(period)).FindAll(c => c.IsNew);
        var names = await NamesAsync(fresh.Select(c => c.CustomerId));
        return
        [
            .. fresh
                .Select(c => new MeasureRow(
                    c.Day,
                    names.GetValueOrDefault(c.CustomerId, ""),
                    "",
                    c.SourceWords,
                    Invariant($"/customers/{c.CustomerId}"),
                    new(1)
                ))
                .OrderBy(r => r.Day),
        ];
    }

    private async Task<List<MeasureRow>> StockRowsAsync(LocalDate day)
    {
        // What parts are worth now, less what was moved since.
        var end = shop.Utc(day.PlusDays(1).AtMidnight());
        var since = (await db.StockMovements.Where(m => m.At >= end).Select(m => new { m.PartId, m.ValueChange }).ToListAsync())
            .GroupBy(m => m.PartId ?? 0)
            .ToDictionary(g => g.Key, g => g.Sum(m => m.ValueChange.Cents));
        var parts = await db.Parts.AsNoTracking().Where(p => p.Id > 0).ToListAsync();
        return
        [
            .. parts
                .Select(p => new MeasureRow(
                    day,
                    $"{p.Number} {p.Description}",
                    "",
                    "",
                    Invariant($"/parts/stock/{p.Id}"),
                    new((Stock.ValueOf(p).Cents - since.GetValueOrDefault(p.Id)) / 100m)
                ))
                .Where(r => r.Value.Amount != 0)
                .OrderByDescending(r => r.Value.Amount),
        ];
    }

    /// <summary>Plates of orders' vehicles.</summary>
    internal async Task<Dictionary<long, string>> PlatesAsync(IEnumerable<long> orders)
    {
        var all = new Dictionary<long, string>();
        foreach (var some in orders.Distinct().Chunk(AtATime))
        foreach (
            var row in await db
                .Orders.Where(o => some.Contains(o.Id))
                .Join(db.Vehicles, o => o.VehicleId, v => v.Id, (o, v) => new { o.Id, v.Plate })
                .ToListAsync()
        )
            all[row.Id] = row.Plate.Text;
        return all;
    }

    private async Task<Dictionary<long, long>> NumbersAsync(IEnumerable<long> orders)
    {
        var all = new Dictionary<long, long>();
        foreach (var some in orders.Distinct().Chunk(AtATime))
        foreach (var row in await db.Orders.Where(o => some.Contains(o.Id)).Select(o => new { o.Id, o.Number }).ToListAsync())
            all[row.Id] = row.Number;
        return all;
    }

    private async Task<Dictionary<long, string>> NamesAsync(IEnumerable<long> customers)
    {
        var all = new Dictionary<long, string>();
        foreach (var some in customers.Distinct().Chunk(AtATime))
        foreach (var customer in await db.Customers.IgnoreAutoIncludes().AsNoTracking().Where(c => some.Contains(c.Id)).ToListAsync())
            all[customer.Id] = customer.DisplayName;
        return all;
    }
}
