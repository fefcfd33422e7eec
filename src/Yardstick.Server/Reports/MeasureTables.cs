using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Billing;
using Yardstick.Core.Floor;
using Yardstick.Core.Orders;
using Yardstick.Core.Reports;
using Yardstick.Core.Schedule;
using Yardstick.Core.Setup;
using Yardstick.Data;
using Yardstick.Data.Billing;
using Yardstick.Server.Approval;
using static Yardstick.Server.Reports.Measures;

namespace Yardstick.Server.Reports;

/// <summary>The tables of each page of measures.</summary>
internal static class MeasureTables
{
    internal static async Task<IReadOnlyList<MeasureTable>> OfAsync(
        MeasurePage page,
        MeasureReader reader,
        ShopDb db,
        Shop shop,
        ReportPeriod period,
        MeasureFilter filter,
        Instant now
    ) =>
        page switch
        {
            MeasurePage.Sales =>
            [
                Kinds(await reader.SumsAsync(period)),
                await ByAsync(reader, period, "By service writer", "Writer", p => ByWriter(db, db.SalesOf(p, filter))),
                await ByAsync(reader, period, "By make", "Make", p => ByMake(db, db.SalesOf(p, filter))),
                await ByAsync(reader, period, "By source of the customer", "Source", p => BySource(db, db.SalesOf(p, filter))),
            ],
            MeasurePage.Technicians => [Technicians(await reader.TechniciansAsync(period))],
            MeasurePage.Approval => [Lost(await reader.DecidedAsync(period))],
            MeasurePage.Floor => [Stays(await reader.StaysAsync(period)), AppointmentTable(await reader.AppointmentsAsync(period))],
            MeasurePage.Parts => [Gaps(await reader.SumsAsync(period))],
            MeasurePage.Customers => [await NewSourcesAsync(reader, period)],
            MeasurePage.Money => [await TaxesAsync(reader, db, period), await AgesAsync(reader, shop, now)],
            _ => [],
        };

    private static MeasureColumn Words(string name) => new(name, null);

    private static MeasureColumn Money(string name) => new(name, MeasureUnit.Money);

    private static MeasureTableRow Row(string words, params decimal?[] figures) => new([words], figures, "");

    private static decimal Cents(long cents) => cents / 100m;

    private static decimal? Percent(decimal amount, decimal of) => new MeasureValue(amount, of).Figure(MeasureUnit.Percent);

    private static MeasureTable Kinds(SalesSums s)
    {
        MeasureTableRow Kind(string name, long net, long cost) =>
            Row(name, Cents(net), Cents(cost), Cents(net - cost), Percent(net - cost, net), Percent(net, s.Sales));
        return new MeasureTable(
            "By kind",
            [
                Words("Kind"),
                Money("Sales"),
                Money("Cost"),
                Money("Gross profit"),
                new("Margin", MeasureUnit.Percent),
                new("Of sales", MeasureUnit.Percent),
            ],
            [
                Kind("Labor", s.Labor, s.LaborCost),
                Kind("Parts", s.Parts, s.PartsCost),
                Kind("Sublet", s.Sublet, s.SubletCost),
                Kind("Fees", s.Fees, s.FeesCost),
                Kind("Shop supplies", s.Supplies, s.SuppliesCost),
                Kind("All", s.Sales, s.Cost),
            ]
        );
    }

    /// <summary>A sale under the name of its writer, make or source.</summary>
    private sealed class Named
    {
        public required string Name { get; init; }
        public required SaleRecord Sale { get; init; }
    }

    private static IQueryable<Named> ByWriter(ShopDb db, IQueryable<SaleRecord> sales) =>
        from s in sales
        join o in db.Orders on s.OrderId equals o.Id
        join w in db.Staff on o.WriterId equals w.Id
        select new Named { Name = w.Name, Sale = s };

    private static IQueryable<Named> ByMake(ShopDb db, IQueryable<SaleRecord> sales) =>
        from s in sales
        join o in db.Orders on s.OrderId equals o.Id
        join v in db.Vehicles on o.VehicleId equals (long?)v.Id
        select new Named { Name = v.Make, Sale = s };

    private static IQueryable<Named> BySource(ShopDb db, IQueryable<SaleRecord> sales) =>
        from s in sales
        join o in db.Orders on s.OrderId equals o.Id
        join c in db.Customers.IgnoreAutoIncludes() on o.CustomerId equals (long?)c.Id
        select new Named { Name = c.Source, Sale = s };

    /// <summary>Sales under one name.</summary>
    private sealed record NamedSums(string Name, long Cars, long Sales, long Cost, long Labor, long Hours);

    private static async Task<List<NamedSums>> SumsAsync(IQueryable<Named> sales) =>
        await sales
            .GroupBy(n => n.Name)
            .Select(g => new NamedSums(
                g.Key,
                g.Sum(n => (long)n.Sale.Cars),
                g.Sum(n => n.Sale.Labor.Cents + n.Sale.Parts.Cents + n.Sale.Sublet.Cents + n.Sale.Fees.Cents + n.Sale.Supplies.Cents),
                g.Sum(n =>
                    n.Sale.LaborCost.Cents
                    + n.Sale.PartsCost.Cents
                    + n.Sale.SubletCost.Cents
                    + n.Sale.FeesCost.Cents
                    + n.Sale.SuppliesCost.Cents
                ),
                g.Sum(n => n.Sale.Labor.Cents),
                g.Sum(n => n.Sale.HoursSold)
            ))
            .ToListAsync();

    private static List<NamedSums> Join(List<NamedSums> past, List<NamedSums> today) =>
        [
            .. past.Concat(today)
                .GroupBy(n => n.Name)
                .Select(g => new NamedSums(
                    g.Key,
                    g.Sum(n => n.Cars),
                    g.Sum(n => n.Sales),
                    g.Sum(n => n.Cost),
                    g.Sum(n => n.Labor),
                    g.Sum(n => n.Hours)
                )),
        ];

    private static async Task<MeasureTable> ByAsync(
        MeasureReader reader,
        ReportPeriod period,
        string title,
        string column,
        Func<ReportPeriod, IQueryable<Named>> sales
    )
    {
        var groups = await reader.PastAndTodayAsync(title, period, p => SumsAsync(sales(p)), Join);
        return new MeasureTable(
            title,
            [
                Words(column),
                new("Vehicles", MeasureUnit.Count),
                Money("Sales"),
                Money("Gross profit"),
                new("Margin", MeasureUnit.Percent),
                new("Labor rate", MeasureUnit.MoneyPerHour),
            ],
            [
                .. groups
                    .OrderByDescending(g => g.Sales)
                    .Select(g =>
                        Row(
                            g.Name.Length > 0 ? g.Name : "not known",
                            g.Cars,
                            Cents(g.Sales),
                            Cents(g.Sales - g.Cost),
                            Percent(g.Sales - g.Cost, g.Sales),
                            new MeasureValue(Cents(g.Labor), (decimal)g.Hours / SaleRecord.HourParts).Figure(MeasureUnit.MoneyPerHour)
                        )
                    ),
            ]
        );
    }

    private static MeasureTable Technicians(List<TechnicianReading.Hours> all) =>
        new(
            "By technician",
            [
                Words("Technician"),
                new("Jobs", MeasureUnit.Count),
                new("Hours sold", MeasureUnit.Hours),
                new("On jobs", MeasureUnit.Hours),
                new("Present", MeasureUnit.Hours),
                new("Sold / on jobs", MeasureUnit.Percent),
                new("On jobs / present", MeasureUnit.Percent),
                new("Sold / present", MeasureUnit.Percent),
            ],
            [
                .. all.Select(t =>
                    Row(
                        t.Name,
                        t.Jobs,
                        t.Sold,
                        t.OnJobs,
                        t.Present,
                        Percent(t.Sold, t.OnJobs),
                        Percent(t.OnJobs, t.Present),
                        Percent(t.Sold, t.Present)
                    )
                ),
            ]
        );

    private static MeasureTable Lost(List<DecidedJob> decided) =>
        new(
            "Declined, by reason",
            [Words("Reason"), new("Jobs", MeasureUnit.Count), Money("Amount")],
            [
                .. decided
                    .Where(d => d.Kind == DecisionKind.Declined)
                    .GroupBy(d => d.Reason.Length > 0 ? d.Reason : "no reason given")
                    .OrderByDescending(g => g.Sum(d => d.Cents))
                    .Select(g => Row(g.Key, g.Count(), Cents(g.Sum(d => d.Cents)))),
            ]
        );

    private static MeasureTable Stays(List<StageStay> stays) =>
        new(
            "Time in each stage, while the shop is open",
            [Words("Stage"), new("Stays", MeasureUnit.Count), new("Median", MeasureUnit.Hours), new("9 of 10 within", MeasureUnit.Hours)],
            [
                .. stays
                    .GroupBy(s => s.Stage)
                    .OrderBy(g => g.Key)
                    .Select(g =>
                    {
                        var sorted = g.Select(s => s.Minutes).Order().ToList();
                        return Row(Stages.Name(g.Key), sorted.Count, InHours(sorted, 50), InHours(sorted, 90));
                    }),
            ]
        );

    private static decimal? InHours(List<int> sorted, int percent) =>
        OpeningTime.Percentile(sorted, percent) is { } minutes ? decimal.Round(minutes / 60m, 2, MidpointRounding.AwayFromZero) : null;

    private static MeasureTable AppointmentTable(List<Appointment> all) =>
        new(
            "Appointments",
            [Words("Outcome"), new("Appointments", MeasureUnit.Count), new("Moved", MeasureUnit.Count)],
            [
                .. all.GroupBy(a => a.State)
                    .OrderBy(g => g.Key)
                    .Select(g => Row(Appointment.Word(g.Key), g.Count(), g.Sum(a => a.Moves.Count))),
            ]
        );

    private static MeasureTable Gaps(SalesSums s) =>
        new(
            "Part lines against the markup tables",
            [Words("Step"), Money("Amount"), new("Of the tables", MeasureUnit.Percent), new("Margin", MeasureUnit.Percent)],
            [
                Row("By the markup tables", Cents(s.AtBands), Percent(s.AtBands, s.AtBands), Percent(s.AtBands - s.BandsCost, s.AtBands)),
                Row("Customers' parts discounts", Cents(-s.GapCustomer), Percent(-s.GapCustomer, s.AtBands), null),
                Row("Set and held prices", Cents(-s.GapSet), Percent(-s.GapSet, s.AtBands), null),
                Row("Fixed prices of jobs", Cents(-s.GapFixed), Percent(-s.GapFixed, s.AtBands), null),
                Row("Discounts and credits", Cents(-s.GapDiscounts), Percent(-s.GapDiscounts, s.AtBands), null),
                Row("As invoiced", Cents(s.PartLines), Percent(s.PartLines, s.AtBands), Percent(s.PartLines - s.BandsCost, s.PartLines)),
            ]
        );

    private static async Task<MeasureTable> NewSourcesAsync(MeasureReader reader, ReportPeriod period)
    {
        var fresh = (await reader.CustomersAsync(period)).Where(c => c.IsNew);
        return new MeasureTable(
            "New customers by source",
            [Words("Source"), new("Customers", MeasureUnit.Count), Money("Their sales")],
            [
                .. fresh
                    .GroupBy(c => c.SourceWords)
                    .OrderByDescending(g => g.Count())
                    .Select(g => Row(g.Key, g.Count(), Cents(g.Sum(c => c.Cents)))),
            ]
        );
    }

    /// <summary>What was charged for others of one kind.</summary>
    private sealed record HeldSums(LedgerAccount Account, string Code, long Base, long Amount);

    private static async Task<List<HeldSums>> HeldAsync(ShopDb db, ReportPeriod period)
    {
        var (from, until) = (period.From, period.Until);
        return await db
            .Sales.Where(s => s.Day >= from && s.Day <= until)
            .Join(db.InvoiceAmounts, s => s.InvoiceId, a => a.InvoiceId, (s, a) => a)
            .GroupBy(a => new { a.Account, a.Code })
            .Select(g => new HeldSums(g.Key.Account, g.Key.Code, g.Sum(a => a.Base.Cents), g.Sum(a => a.Amount.Cents)))
            .ToListAsync();
    }

    private static List<HeldSums> Join(List<HeldSums> past, List<HeldSums> today) =>
        [
            .. past.Concat(today)
                .GroupBy(h => (h.Account, h.Code))
                .Select(g => new HeldSums(g.Key.Account, g.Key.Code, g.Sum(h => h.Base), g.Sum(h => h.Amount))),
        ];

    private static async Task<MeasureTable> TaxesAsync(MeasureReader reader, ShopDb db, ReportPeriod period)
    {
        var amounts = await reader.PastAndTodayAsync("held", period, p => HeldAsync(db, p), Join);
        return new MeasureTable(
            "Taxes and fees held for others",
            [Words("Tax or fee"), Money("On"), Money("Charged")],
            [
                .. amounts
                    .OrderBy(a => a.Account)
                    .ThenBy(a => a.Code, StringComparer.Ordinal)
                    .Select(a => new MeasureTableRow(
                        [$"{(a.Account == LedgerAccount.SalesTax ? "Tax" : "Fee held")} {a.Code}"],
                        [a.Account == LedgerAccount.SalesTax ? Cents(a.Base) : null, Cents(a.Amount)],
                        "/billing/held"
                    )),
            ]
        );
    }

    private static async Task<MeasureTable> AgesAsync(MeasureReader reader, Shop shop, Instant now)
    {
        var open = await reader.OwedAsync();
        var aging = Aging.Of(open.Select(o => (o.DueOn, o.Balance)), shop.Local(now).Date);
        return new MeasureTable(
            "Accounts by age, as they stand now",
            [Words("Past due"), Money("Balance")],
            [
                Row("Not due yet", aging.Current.Amount),
                Row("1 to 30 days", aging.To30.Amount),
                Row("31 to 60 days", aging.To60.Amount),
                Row("61 to 90 days", aging.To90.Amount),
                Row("Over 90 days", aging.Older.Amount),
                Row("All", aging.Total.Amount),
            ]
        );
    }

    /// <summary>What waits for somebody, as it stands now.</summary>
    internal static async Task<IReadOnlyList<MeasureWaiting>> WaitingAsync(MeasureReader reader, ShopDb db, Instant now)
    {
        var asked = await Unanswered.ReadAsync(db, now);
        var unfinished = await reader.UnfinishedAsync();
        var overdue = reader.OverdueOf(await reader.OwedAsync(), MeasureRules.OwedLongDays + 1).ToList();
        return
        [
            new("Estimates without an answer", asked.Count, asked.Sum(a => a.Open), "/orders?state=unanswered", false),
            new("Approved and not invoiced", unfinished.Count, unfinished.Amount, "/measures/rows/Unfinished", false),
            new(
                "Owed for more than 30 days",
                overdue.Count,
                overdue.Sum(o => o.Balance.Amount),
                "/measures/rows/Overdue",
                overdue.Count > 0
            ),
        ];
    }
}
