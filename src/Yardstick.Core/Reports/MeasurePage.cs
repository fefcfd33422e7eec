namespace Yardstick.Core.Reports;

/// <summary>A page of measures.</summary>
public enum MeasurePage
{
    /// <summary>What an owner looks at over coffee.</summary>
    Today,

    /// <summary>Sales and margin.</summary>
    Sales,

    /// <summary>What technicians did.</summary>
    Technicians,

    /// <summary>What customers agreed to, and what is deferred.</summary>
    Approval,

    /// <summary>Promises, appointments, time in stages.</summary>
    Floor,

    /// <summary>Parts and stock.</summary>
    Parts,

    /// <summary>New customers and comebacks.</summary>
    Customers,

    /// <summary>Taxes, fees, accounts, unfinished work.</summary>
    Money,
}
