namespace Yardstick.Core.Pricing;

/// <summary>An amount on an order to which discounts and taxes apply: an own line, or something that came along.</summary>
internal struct PricedItem
{
    internal AmountKind Kind;

    /// <summary>Index of the own line, or -1.</summary>
    internal int Line;

    /// <summary>The rule that something came along by, or null.</summary>
    internal CompanionRule? Companion;

    /// <summary>What each unit of a companion costs the customer.</summary>
    internal decimal Each;

    /// <summary>What a person set on a companion.</summary>
    internal CompanionEdit? Edit;
    internal long Amount;
    internal long Net;
    internal long Core;
    internal long Cost;
    internal decimal Hours;
    internal decimal Quantity;

    /// <summary>What the discount of its line took.</summary>
    internal long LineDiscount;

    /// <summary>Operation that shortens its time.</summary>
    internal string? ReducedBy;
    internal bool Taxable;
    internal bool PassThrough;
}
