namespace Yardstick.Core.Reports;

/// <summary>What a measure is called and how it is computed.</summary>
/// <param name="Measure">Which.</param>
/// <param name="Name">Its name.</param>
/// <param name="Formula">How it is computed, in words.</param>
/// <param name="Unit">What it is counted in.</param>
/// <param name="LessIsBetter">A lower figure is the better one.</param>
/// <param name="IsNow">It is as it stands now, whatever the period.</param>
/// <param name="IsTotal">It adds up over days, so that an aim for a month is shared over them.</param>
public sealed record MeasureInfo(
    Measure Measure,
    string Name,
    string Formula,
    MeasureUnit Unit,
    bool LessIsBetter = false,
    bool IsNow = false,
    bool IsTotal = false
)
{
    private static readonly Dictionary<Measure, MeasureInfo> All = new MeasureInfo[]
    {
        new(Measure.Sales, "Sales", "without tax, fees held and cores", MeasureUnit.Money, IsTotal: true),
        new(Measure.LaborSales, "Labor", "after discounts", MeasureUnit.Money, IsTotal: true),
        new(Measure.PartsSales, "Parts", "after discounts", MeasureUnit.Money, IsTotal: true),
        new(Measure.SubletSales, "Sublet", "after discounts", MeasureUnit.Money, IsTotal: true),
        new(Measure.FeeSales, "Fees", "that the shop keeps", MeasureUnit.Money, IsTotal: true),
        new(Measure.SuppliesSales, "Shop supplies", "as invoiced", MeasureUnit.Money, IsTotal: true),
        new(Measure.CounterSales, "Counter sales", "sales without a vehicle", MeasureUnit.Money, IsTotal: true),
        new(Measure.Cars, "Vehicles", "orders with a vehicle, invoiced", MeasureUnit.Count, IsTotal: true),
        new(Measure.AverageOrder, "Average order", "sales with a vehicle / vehicles", MeasureUnit.Money),
        new(Measure.HoursPerCar, "Hours per vehicle", "hours sold / vehicles", MeasureUnit.Hours),
        new(Measure.SoldHours, "Hours sold", "after overlap, as invoiced", MeasureUnit.Hours, IsTotal: true),
        new(Measure.EffectiveRate, "Effective labor rate", "labor / hours sold", MeasureUnit.MoneyPerHour),
        new(Measure.GrossProfit, "Gross profit", "sales less cost", MeasureUnit.Money, IsTotal: true),
        new(Measure.Margin, "Margin", "gross profit / sales", MeasureUnit.Percent),
        new(Measure.PartsMargin, "Parts margin", "part lines less cost / part lines", MeasureUnit.Percent),
        new(Measure.PartsAgainstBands, "Parts against markup", "part lines / what the markup tables say", MeasureUnit.Percent),
        new(
            Measure.PaidByShop,
            "Paid by the shop",
            "comebacks and goodwill, at no price to the customer",
            MeasureUnit.Money,
            true,
            IsTotal: true
        ),
        new(Measure.ApprovedAmount, "Approved of proposed", "by amount, each job by its last decision", MeasureUnit.Percent),
        new(Measure.ApprovedJobs, "Approved of proposed, jobs", "by count, each job by its last decision", MeasureUnit.Percent),
        new(Measure.DeferredValue, "Deferred work", "deferred or declined, and still open", MeasureUnit.Money, true, IsTotal: true),
        new(Measure.LostSales, "Lost sales", "declined", MeasureUnit.Money, true, IsTotal: true),
        new(Measure.PromisesKept, "Promises kept", "by the promise when the vehicle came", MeasureUnit.Percent),
        new(Measure.LastPromisesKept, "Last promises kept", "by the last promise before finishing", MeasureUnit.Percent),
        new(Measure.AppointmentsKept, "Appointments kept", "the vehicle came that day / kept, missed and canceled", MeasureUnit.Percent),
        new(Measure.AppointmentsMissed, "Missed appointments", "by the day they stood at", MeasureUnit.Count, true, IsTotal: true),
        new(Measure.SoldOfOnJobs, "Sold / on jobs", "hours sold / hours clocked on jobs", MeasureUnit.Percent),
        new(Measure.OnJobsOfPresent, "On jobs / present", "hours clocked on jobs / hours clocked in", MeasureUnit.Percent),
        new(Measure.SoldOfPresent, "Sold / present", "hours sold / hours clocked in", MeasureUnit.Percent),
        new(Measure.Unfinished, "Approved, not invoiced", "as it stands now", MeasureUnit.Money, true, true),
        new(Measure.Overdue, "Overdue", "owed past its due day, as it stands now", MeasureUnit.Money, true, true),
        new(Measure.Comebacks, "Comebacks", "jobs that came back within 90 days / jobs invoiced", MeasureUnit.Percent, true),
        new(Measure.NewCustomers, "New customers", "first invoice in the period", MeasureUnit.Count, IsTotal: true),
        new(Measure.StockValue, "Stock value", "on hand at average cost, at the end", MeasureUnit.Money),
        new(Measure.StockTurns, "Stock turns", "12 months' cost sold from stock / mean of 13 month ends", MeasureUnit.Times),
        new(Measure.IdleStock, "Without movement", "on hand, nothing issued for 12 months", MeasureUnit.Money, true, true),
    }.ToDictionary(m => m.Measure);

    /// <summary>An aim can be set: not where it is as it stands now, nor for the labor rate, whose target the pricing rules have.</summary>
    public bool TakesAim => !IsNow && Measure != Measure.EffectiveRate;

    /// <summary>Filters narrow it; the others are always of the whole shop.</summary>
    public bool Narrows =>
        Measure
            is not (
                Measure.PaidByShop
                or Measure.AppointmentsKept
                or Measure.AppointmentsMissed
                or Measure.SoldOfOnJobs
                or Measure.OnJobsOfPresent
                or Measure.SoldOfPresent
                or Measure.Overdue
                or Measure.StockValue
                or Measure.StockTurns
                or Measure.IdleStock
            );

    /// <summary>What its amounts are counted in.</summary>
    public MeasureUnit AmountUnit =>
        Unit switch
        {
            MeasureUnit.Percent => Measure switch
            {
                Measure.ApprovedJobs or Measure.PromisesKept or Measure.LastPromisesKept or Measure.AppointmentsKept or Measure.Comebacks =>
                    MeasureUnit.Count,
                Measure.SoldOfOnJobs or Measure.OnJobsOfPresent or Measure.SoldOfPresent => MeasureUnit.Hours,
                _ => MeasureUnit.Money,
            },
            MeasureUnit.MoneyPerHour or MeasureUnit.Times => MeasureUnit.Money,
            _ => Unit,
        };

    /// <summary>What they are set against is counted in.</summary>
    public MeasureUnit OfUnit =>
        Measure switch
        {
            Measure.AverageOrder or Measure.HoursPerCar => MeasureUnit.Count,
            Measure.EffectiveRate => MeasureUnit.Hours,
            _ => AmountUnit,
        };

    /// <summary>The difference to another period, one decimal: in percent of it, of a percentage in points; null for none.</summary>
    /// <param name="value">The figure.</param>
    /// <param name="before">The other's.</param>
    public decimal? Change(decimal? value, decimal? before) =>
        (value, before) switch
        {
            ({ } now, { } then) when Unit == MeasureUnit.Percent => now - then,
            ({ } now, { } then) when then != 0 => decimal.Round((now - then) * 100 / Math.Abs(then), 1, MidpointRounding.AwayFromZero),
            _ => null,
        };

    /// <summary>Whether a difference is for the worse.</summary>
    /// <param name="change">The difference.</param>
    public bool IsWorse(decimal? change) => LessIsBetter ? change > 0 : change < 0;

    /// <summary>What a measure is.</summary>
    /// <param name="measure">Which.</param>
    public static MeasureInfo Of(Measure measure) => All[measure];

    /// <summary>The measures of a page, in their order.</summary>
    /// <param name="page">Which.</param>
    public static IReadOnlyList<Measure> On(MeasurePage page) =>
        page switch
        {
            MeasurePage.Today =>
            [
                Measure.Sales,
                Measure.GrossProfit,
                Measure.EffectiveRate,
                Measure.SoldHours,
                Measure.PartsMargin,
                Measure.ApprovedAmount,
                Measure.PromisesKept,
                Measure.AverageOrder,
            ],
            MeasurePage.Sales =>
            [
                Measure.Sales,
                Measure.Cars,
                Measure.AverageOrder,
                Measure.CounterSales,
                Measure.SoldHours,
                Measure.HoursPerCar,
                Measure.EffectiveRate,
                Measure.GrossProfit,
                Measure.Margin,
                Measure.PaidByShop,
            ],
            MeasurePage.Technicians => [Measure.SoldOfOnJobs, Measure.OnJobsOfPresent, Measure.SoldOfPresent, Measure.Comebacks],
            MeasurePage.Approval => [Measure.ApprovedAmount, Measure.ApprovedJobs, Measure.DeferredValue, Measure.LostSales],
            MeasurePage.Floor => [Measure.PromisesKept, Measure.LastPromisesKept, Measure.AppointmentsKept, Measure.AppointmentsMissed],
            MeasurePage.Parts =>
            [
                Measure.PartsSales,
                Measure.PartsMargin,
                Measure.PartsAgainstBands,
                Measure.StockValue,
                Measure.StockTurns,
                Measure.IdleStock,
            ],
            MeasurePage.Customers => [Measure.NewCustomers, Measure.Cars, Measure.AverageOrder, Measure.Comebacks],
            _ => [Measure.Sales, Measure.Unfinished, Measure.Overdue],
        };
}
