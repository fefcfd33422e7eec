namespace Yardstick.Core.Imports;

/// <summary>What a file brings in.</summary>
public enum ImportKind
{
    /// <summary>Customers.</summary>
    Customers,

    /// <summary>Vehicles, each with its owner.</summary>
    Vehicles,

    /// <summary>Orders of a former program, a row for each line.</summary>
    Orders,

    /// <summary>Parts of the catalog, with what is on the shelf.</summary>
    Parts,

    /// <summary>Canned jobs, a row for each line.</summary>
    CannedJobs,
}
