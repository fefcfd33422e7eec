namespace Yardstick.Core.Catalog;

/// <summary>By what a supplier's catalog is asked.</summary>
public enum PartQueryKind
{
    /// <summary>By words or a number.</summary>
    Words,

    /// <summary>By what a part is.</summary>
    Type,

    /// <summary>By the size of tires.</summary>
    Tires,
}
