using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Billing;
using Yardstick.Core.Inventory;
using Yardstick.Core.Orders;
using Yardstick.Core.Reports;
using Yardstick.Core.Schedule;
using Yardstick.Core.Setup;
using Yardstick.Data;
using Yardstick.Data.Billing;

namespace Yardstick.Server.Reports;

/// <summary>Reads measures of a period.</summary>
internal sealed partial class MeasureReader(ShopDb db, Shop shop, MeasureFilter filter, Instant now, MeasureMemory memory)
{
    private readonly WorkReading work = new(db, shop, filter);
    private readonly StockReading stock = new(db, shop, shop.Local(now).Date, memory);
    private readonly Dictionary<ReportPeriod, SalesSums> sums = [];
    private readonly Dictionary<ReportPeriod, List<DecidedJob>> decided = [];
    private readonly Dictionary<ReportPeriod, List<FinishedOrder>> finished = [];
    private readonly Dictionary<ReportPeriod, List<Appointment>> appointments = [];
    private readonly Dictionary<ReportPeriod, List<TechnicianReading.Hours>> technicians = [];
    private readonly Dictionary<ReportPeriod, WorkReading.Invoiced> comebacks = [];
    private List<OwedInvoice>? owed;

    private LocalDate Today => shop.Local(now).Date;

    /// <summary>Sales of a period.</summary>
    internal async Task<SalesSums> SumsAsync(ReportPeriod period) =>
        sums.TryGetValue(period, out var at)
            ? at
            : sums[period] = await PastAndTodayAsync("sales", period, p => db.SalesOf(p, filter).SumsAsync(), (a, b) => a + b);

    /// <summary>Hours of technicians.</summary>
    internal async Task<List<TechnicianReading.Hours>> TechniciansAsync(ReportPeriod period) =>
        technicians.TryGetValue(period, out var at)
            ? at
            : technicians[period] = await PastAndTodayAsync(
                "technicians",
                period,
                p => db.TechniciansAsync(shop, p, now),
                TechnicianReading.Join
            );

    /// <summary>Jobs that were decided.</summary>
    internal async Task<List<DecidedJob>> DecidedAsync(ReportPeriod period) =>
        decided.TryGetValue(period, out var at)
            ? at
            : decided[period] = [.. DecidedJob.Last(await PastAndTodayAsync("decisions", period, work.DecisionsAsync, Both))];

    /// <summary>Orders that were finished.</summary>
    internal async Task<List<FinishedOrder>> FinishedAsync(ReportPeriod period) =>
        finished.TryGetValue(period, out var at)
            ? at
            : finished[period] = await PastAndTodayAsync("finished", period, work.FinishedAsync, Both);

    /// <summary>Appointments that stood in it.</summary>
    internal async Task<List<Appointment>> AppointmentsAsync(ReportPeriod period) =>
        appointments.TryGetValue(period, out var at)
            ? at
            : appointments[period] = await PastAndTodayAsync("appointments", period, work.AppointmentsAsync, Both);

    /// <summary>Stays in stages.</summary>
    internal Task<List<StageStay>> StaysAsync(ReportPeriod period) => PastAndTodayAsync("stays", period, work.StaysAsync, Both);

    /// <summary>Jobs that came back, of how many.</summary>
    internal async Task<WorkReading.Invoiced> ComebacksAsync(ReportPeriod period) =>
        comebacks.TryGetValue(period, out var at)
            ? at
            : comebacks[period] = await PastAndTodayAsync("comebacks", period, work.ComebacksAsync, WorkReading.Invoiced.Join);

    /// <summary>Customers with sales, and who of them had none before.</summary>
    internal Task<List<CustomerSales>> CustomersAsync(ReportPeriod period) =>
        PastAndTodayAsync("customers", period, p => db.CustomerSalesAsync(p, filter), CustomerSales.Join);

    /// <summary>Reads days that are over once, and today every time.</summary>
    /// <param name="what">Name of what is read.</param>
    /// <param name="period">Its period.</param>
    /// <param name="read">Reads it.</param>
    /// <param name="join">Makes one of two stretches.</param>
    internal Task<T> PastAndTodayAsync<T>(string what, ReportPeriod period, Func<ReportPeriod, Task<T>> read, Func<T, T, T> join)
        where T : notnull => memory.OfAsync(what, period, filter, Today, read, join);

    /// <summary>Two lists as one.</summary>
    internal static List<T> Both<T>(List<T> past, List<T> today) => [.. past, .. today];

    /// <summary>Invoices that are owed now.</summary>
    internal async Task<List<OwedInvoice>> OwedAsync() => owed ??= await memory.Balances.InvoicesAsync(db);

    /// <summary>A measure of a period.</summary>
    internal Task<MeasureValue> ValueAsync(Measure measure, ReportPeriod period) =>
        MeasureInfo.Of(measure).IsNow
            ? ReadAsync(measure, period)
            : memory.OfAsync(measure.ToString(), period, filter, Today, p => ReadAsync(measure, p));

    private async Task<MeasureValue> ReadAsync(Measure measure, ReportPeriod period)
    {
        switch (measure)
        {
            case Measure.PaidByShop:
                return new((await db.PaidByShopOf(period).SumsAsync()).Sales / 100m);
            case Measure.StockValue:
                return new(await stock.ValueAsync(period.Until));
            case Measure.StockTurns:
                return await stock.TurnsAsync(period.Until);
            case Measure.Unfinished:
                return new((await UnfinishedAsync()).Amount);
            case Measure.Overdue:
                return new(OverdueOf(await OwedAsync()).Sum(o => o.Balance.Amount));
            case Measure.Comebacks:
                var jobs = await ComebacksAsync(period);
                return new(jobs.Back.Count, jobs.Orders.Values.Sum());
            case Measure.SoldOfOnJobs or Measure.OnJobsOfPresent or Measure.SoldOfPresent:
                return Added((await TechniciansAsync(period)).Select(t => t.Of(measure)!.Value), new(0, 0));
            case Measure.ApprovedAmount or Measure.ApprovedJobs or Measure.DeferredValue or Measure.LostSales:
                return Added((await DecisionsAsync(measure, period)).Select(d => d.Adds), Nothing(measure));
            case Measure.PromisesKept or Measure.LastPromisesKept:
                return Added((await FinishedAsync(period)).Select(o => o.Adds(measure)).OfType<MeasureValue>(), Nothing(measure));
            case Measure.AppointmentsKept or Measure.AppointmentsMissed:
                return Added(
                    (await AppointmentsAsync(period)).Select(a => MeasureRules.Adds(measure, a.State)).OfType<MeasureValue>(),
                    Nothing(measure)
                );
            default:
                return (await SumsAsync(period)).Of(measure) is { } sale
                    ? sale
                    : Added((await RowsAsync(measure, period)).Select(r => r.Value), Nothing(measure));
        }
    }

    private static MeasureValue Added(IEnumerable<MeasureValue> values, MeasureValue nothing) =>
        values.Aggregate(nothing, (sum, v) => sum + v);

    private static MeasureValue Nothing(Measure measure) =>
        MeasureInfo.Of(measure).Unit == Core.Reports.MeasureUnit.Percent ? new(0, 0) : new(0);

    private async Task<List<(DecidedJob Decided, MeasureValue Adds)>> DecisionsAsync(Measure measure, ReportPeriod period)
    {
        var all = await DecidedAsync(period);
        var open = measure == Measure.DeferredValue ? await StillOpenAsync(all, period) : [];
        return
        [
            .. all.Select(d => (Decided: d, Adds: d.Adds(measure, open.Contains(d.JobId))))
                .Where(d => d.Adds is not null)
                .Select(d => (d.Decided, d.Adds!.Value)),
        ];
    }

    private Task<HashSet<long>> StillOpenAsync(List<DecidedJob> all, ReportPeriod period) =>
        PastAndTodayAsync(
            "still open",
            period,
            p => work.StillOpenAsync(all.Where(d => shop.Local(d.At).Date is var day && day >= p.From && day <= p.Until)),
            (past, today) => [.. past, .. today]
        );

    /// <summary>How many orders have approved work that is not invoiced, and what that comes to.</summary>
    internal async Task<(int Count, decimal Amount)> UnfinishedAsync()
    {
        var open = await filter
            .Orders(db, db.Orders.Where(o => o.State == OrderState.Open && o.ApprovedTotal.Cents != 0))
            .Select(o => o.ApprovedTotal.Cents)
            .ToListAsync();
        return (open.Count, open.Sum() / 100m);
    }

    /// <summary>Invoices that are past due, by so many days or more.</summary>
    internal IEnumerable<OwedInvoice> OverdueOf(IEnumerable<OwedInvoice> all, int days = 1) =>
        all.Where(o => Period.DaysBetween(o.DueOn, Today) >= days && o.Balance.Cents > 0);
}
