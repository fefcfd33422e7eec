namespace Yardstick.Core.Reports;

/// <summary>What the shop is measured by (rules, What the shop is measured by).</summary>
public enum Measure
{
    /// <summary>Sales: totals without taxes, fees held for others and cores.</summary>
    Sales,

    /// <summary>Sales of labor.</summary>
    LaborSales,

    /// <summary>Sales of parts.</summary>
    PartsSales,

    /// <summary>Sales of sublet.</summary>
    SubletSales,

    /// <summary>Fees that the shop keeps.</summary>
    FeeSales,

    /// <summary>Sales of shop supplies.</summary>
    SuppliesSales,

    /// <summary>Sales without a vehicle.</summary>
    CounterSales,

    /// <summary>Vehicles that were invoiced.</summary>
    Cars,

    /// <summary>Sales by vehicle.</summary>
    AverageOrder,

    /// <summary>Hours sold by vehicle.</summary>
    HoursPerCar,

    /// <summary>Hours sold, after overlap.</summary>
    SoldHours,

    /// <summary>Labor sales for each hour sold.</summary>
    EffectiveRate,

    /// <summary>Sales less cost.</summary>
    GrossProfit,

    /// <summary>Gross profit of sales.</summary>
    Margin,

    /// <summary>Margin of part lines.</summary>
    PartsMargin,

    /// <summary>Part lines against the markup bands.</summary>
    PartsAgainstBands,

    /// <summary>What the shop itself paid for: comebacks and goodwill.</summary>
    PaidByShop,

    /// <summary>Approved of what was decided, by amount.</summary>
    ApprovedAmount,

    /// <summary>Approved of what was decided, by jobs.</summary>
    ApprovedJobs,

    /// <summary>Deferred or declined, and still open.</summary>
    DeferredValue,

    /// <summary>Declined.</summary>
    LostSales,

    /// <summary>Orders finished by the promise that stood when the vehicle came.</summary>
    PromisesKept,

    /// <summary>Orders finished by the last promise.</summary>
    LastPromisesKept,

    /// <summary>Appointments to which the vehicle came.</summary>
    AppointmentsKept,

    /// <summary>Appointments that were missed.</summary>
    AppointmentsMissed,

    /// <summary>Hours sold of the hours on jobs.</summary>
    SoldOfOnJobs,

    /// <summary>Hours on jobs of the hours present.</summary>
    OnJobsOfPresent,

    /// <summary>Hours sold of the hours present.</summary>
    SoldOfPresent,

    /// <summary>Approved and not invoiced, as it stands now.</summary>
    Unfinished,

    /// <summary>Owed past its due day, as it stands now.</summary>
    Overdue,

    /// <summary>Jobs that came back within 90 days.</summary>
    Comebacks,

    /// <summary>Customers whose first invoice falls into it.</summary>
    NewCustomers,

    /// <summary>Value of stock, at the end of the period.</summary>
    StockValue,

    /// <summary>How often stock was sold in twelve months.</summary>
    StockTurns,

    /// <summary>Stock of which nothing was issued for twelve months.</summary>
    IdleStock,
}
