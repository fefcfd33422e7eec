namespace Yardstick.Core.Catalog;

/// <summary>What a fact is used for; facts are grouped by it.</summary>
public enum SpecUse
{
    /// <summary>What goes in: grade and amount.</summary>
    GoesIn,

    /// <summary>What wears out: numbers, sizes, limits.</summary>
    Wears,

    /// <summary>What is tightened.</summary>
    Tightened,

    /// <summary>What is set and reset.</summary>
    Set,
}
