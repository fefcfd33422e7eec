namespace Yardstick.Core.Catalog;

/// <summary>What is taken onto an order.</summary>
public enum AddToOrderKind
{
    /// <summary>A canned job.</summary>
    Canned,

    /// <summary>Canned jobs together.</summary>
    Set,

    /// <summary>An operation of the labor guide.</summary>
    Operation,

    /// <summary>A part of the shop's catalog.</summary>
    Stock,

    /// <summary>A supplier's part.</summary>
    Offer,

    /// <summary>A named fee.</summary>
    Fee,

    /// <summary>A job of an earlier order.</summary>
    Earlier,

    /// <summary>Services of the maker's schedule.</summary>
    Services,

    /// <summary>What the facts tell: a fluid, a wearing part, or words for the technician.</summary>
    Fact,

    /// <summary>What a canned job offers in addition.</summary>
    Addition,

    /// <summary>A discount.</summary>
    Discount,
}
