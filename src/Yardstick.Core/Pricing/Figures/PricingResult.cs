namespace Yardstick.Core.Pricing;

/// <summary>What an order comes to. Amounts are exact, in the currency's units with two decimals.</summary>
public sealed record PricingResult
{
    /// <summary>All jobs in the case's order, those left out with their own figures.</summary>
    public required IReadOnlyList<JobFigures> Jobs { get; init; }

    /// <summary>Net labor.</summary>
    public required decimal Labor { get; init; }

    /// <summary>Net parts.</summary>
    public required decimal Parts { get; init; }

    /// <summary>Net work sent out.</summary>
    public required decimal Sublet { get; init; }

    /// <summary>Fees of lines, companions and the order.</summary>
    public required decimal Fees { get; init; }

    /// <summary>Core deposits.</summary>
    public required decimal Core { get; init; }

    /// <summary>All discounts, already taken off in the other figures.</summary>
    public required decimal Discounts { get; init; }

    /// <summary>Shop supplies.</summary>
    public required decimal Supplies { get; init; }

    /// <summary>What each discount of the order took, in their order.</summary>
    public required IReadOnlyList<decimal> DiscountsTaken { get; init; }

    /// <summary>Everything before taxes on top.</summary>
    public required decimal Subtotal { get; init; }

    /// <summary>Order fees that were charged.</summary>
    public required IReadOnlyList<OrderFeeFigures> OrderFees { get; init; }

    /// <summary>Each tax of the policy.</summary>
    public required IReadOnlyList<TaxFigures> Taxes { get; init; }

    /// <summary>What the customer pays.</summary>
    public required decimal Total { get; init; }

    /// <summary>The taxes are in the amounts already (rules, Taxes); else they come on top.</summary>
    public required bool TaxesInside { get; init; }

    /// <summary>Total without taxes, cores and fees that are passed on.</summary>
    public required decimal Revenue { get; init; }

    /// <summary>What it costs the shop.</summary>
    public required decimal Cost { get; init; }

    /// <summary>Revenue less cost.</summary>
    public required decimal Profit { get; init; }

    /// <summary>Profit in percent of revenue, one decimal; null without revenue.</summary>
    public required decimal? MarginPercent { get; init; }

    /// <summary>Hours sold, not rounded.</summary>
    public required decimal LaborHours { get; init; }

    /// <summary>Net labor for each hour; null without hours.</summary>
    public required decimal? EffectiveLaborRate { get; init; }

    /// <summary>Sum of payments.</summary>
    public required decimal Paid { get; init; }

    /// <summary>Sum of adjustments.</summary>
    public required decimal Adjusted { get; init; }

    /// <summary>What is still owed.</summary>
    public required decimal Balance { get; init; }

    /// <summary>What each payer would be invoiced, the customer first; empty where the customer pays for everything.</summary>
    public IReadOnlyList<PayerFigures> Payers { get; init; } = [];

    /// <summary>What the customer's own invoice comes to, deductible included.</summary>
    public decimal CustomerDue => Payers.Count == 0 ? Total : Payers[0].Due;

    /// <summary>The ceiling; there exactly when an amount was agreed to.</summary>
    public ConsentFigures? Consent { get; init; }
}
