namespace Yardstick.Core.Pricing;

/// <summary>What a tax can be on, and what an amount on an order is.</summary>
public enum AmountKind
{
    /// <summary>Work by the shop's own people.</summary>
    Labor,

    /// <summary>Parts, without their cores.</summary>
    Part,

    /// <summary>Deposits on old parts.</summary>
    Core,

    /// <summary>Work sent out.</summary>
    Sublet,

    /// <summary>Fees, those held for others among them.</summary>
    Fee,

    /// <summary>Shop supplies.</summary>
    Supplies,
}
