namespace Yardstick.Core.Purchasing;

/// <summary>Where the part of a line is.</summary>
public enum PartStateCode
{
    /// <summary>The work is not agreed to yet.</summary>
    Proposed,

    /// <summary>Kept from stock.</summary>
    Stock,

    /// <summary>Has to be ordered.</summary>
    Needed,

    /// <summary>Ordered.</summary>
    Ordered,

    /// <summary>Ordered, and something is wrong with it.</summary>
    Trouble,

    /// <summary>Here.</summary>
    Received,
}
