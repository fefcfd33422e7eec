namespace Yardstick.Core.Setup;

/// <summary>What a new shop needs, in the order in which it is set up.</summary>
public enum StartStep
{
    /// <summary>Address and telephone, which stand on every document.</summary>
    Address,

    /// <summary>Opening hours, looked at.</summary>
    Hours,

    /// <summary>Labor rates, markup and taxes, published once.</summary>
    Pricing,

    /// <summary>Somebody besides the owner.</summary>
    People,

    /// <summary>Canned jobs to begin with.</summary>
    CannedJobs,

    /// <summary>Somebody who sells parts.</summary>
    Suppliers,

    /// <summary>Customers and vehicles of the previous software.</summary>
    Import,

    /// <summary>The first vehicle.</summary>
    FirstOrder,
}
