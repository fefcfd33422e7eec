namespace Yardstick.Core.Pricing;

/// <summary>One set of jobs priced together (rules, Orders, steps 1 to 6).</summary>
internal sealed class OrderEvaluation
{
    /// <summary>What evaluated it; the first payer's where there are several.</summary>
    internal required OrderEvaluator By { get; init; }

    /// <summary>By payer, in their order, where there are several; empty where the customer pays for everything.</summary>
    internal IReadOnlyList<OrderEvaluation> Parts { get; init; } = [];

    /// <summary>Items by job index after the order's discounts; null where the job is not included.</summary>
    internal required PricedItem[]?[] Items { get; init; }
    internal required long[] JobDiscounts { get; init; }
    internal RunningTotals Sums;
    internal long Discounts,
        Supplies,
        SuppliesCost,
        TaxTotal,
        Subtotal,
        Total;
    internal List<ChargedFee> Fees { get; } = [];

    /// <summary>What each discount of the order took.</summary>
    internal List<long> OrderDiscounts { get; } = [];

    /// <summary>What each discount of each job took, its credit last.</summary>
    internal required IReadOnlyList<long>[] JobDiscountsTaken { get; init; }
    internal required long[] TaxBases { get; init; }
    internal required long[] TaxAmounts { get; init; }
    internal required long[] GroupTaxes { get; init; }
}
