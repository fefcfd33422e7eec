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
    /// <summary>The taxes are in the amounts already (rules, 3.5); else they come on top.</summary>
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
    /// <summary>The ceiling; there exactly when an amount was agreed to.</summary>
    public ConsentFigures? Consent { get; init; }
}

/// <summary>A job's figures, net of all discounts.</summary>
public sealed record JobFigures
{
    /// <summary>The job's id in the case.</summary>
    public required string Id { get; init; }
    /// <summary>Net labor with companions.</summary>
    public required decimal Labor { get; init; }
    /// <summary>Net parts with companions.</summary>
    public required decimal Parts { get; init; }
    /// <summary>Net work sent out.</summary>
    public required decimal Sublet { get; init; }
    /// <summary>Fees with companions.</summary>
    public required decimal Fees { get; init; }
    /// <summary>Core deposits.</summary>
    public required decimal Core { get; init; }
    /// <summary>What its lines', its own discounts and its credit took.</summary>
    public required decimal Discount { get; init; }
    /// <summary>Sum of the five kinds.</summary>
    public required decimal Subtotal { get; init; }
    /// <summary>Whether it counts in the order's figures.</summary>
    public required bool Included { get; init; }
    /// <summary>What it adds to the total with supplies, fees and taxes; can be negative.</summary>
    public required decimal AddsToTotal { get; init; }
    /// <summary>Hours after overlap, companions among them.</summary>
    public required decimal Hours { get; init; }
    /// <summary>Margin in percent over labor, parts, sublet and fees that stay; null without revenue.</summary>
    public required decimal? MarginPercent { get; init; }
    /// <summary>Its lines, in order.</summary>
    public required IReadOnlyList<LineFigures> Lines { get; init; }
    /// <summary>What each of its own discounts took, in their order, then its credit.</summary>
    public required IReadOnlyList<decimal> DiscountsTaken { get; init; }
    /// <summary>What came along.</summary>
    public required IReadOnlyList<CompanionFigures> Companions { get; init; }
}

/// <summary>A line's figures.</summary>
/// <param name="UnitPrice">Price of one unit: a part's each, labor's rate (null at a price), a fee's amount.</param>
/// <param name="PolicyPrice">What the policy would charge for a part that has an override.</param>
/// <param name="Hours">Labor hours after overlap.</param>
/// <param name="Amount">Before discounts, after a fixed price.</param>
/// <param name="Net">After every discount.</param>
/// <param name="Core">Core deposit.</param>
/// <param name="Cost">What it costs the shop.</param>
/// <param name="MarginPercent">In percent of net, one decimal; null at zero.</param>
public sealed record LineFigures(decimal? UnitPrice, decimal? PolicyPrice, decimal Hours, decimal Amount, decimal Net, decimal Core, decimal Cost, decimal? MarginPercent)
{
    /// <summary>The operation because of which its hours are fewer than its own.</summary>
    public string? ReducedBy { get; init; }
    /// <summary>What its own discount took.</summary>
    public decimal Discount { get; init; }
}

/// <summary>Something that came along with a job's parts.</summary>
/// <param name="Rule">The policy's rule.</param>
/// <param name="Quantity">Units: those of the parts that called it, or what a person set.</param>
/// <param name="Each">Price for each unit.</param>
/// <param name="Edit">What a person set, or null where it follows.</param>
/// <param name="Net">After discounts.</param>
/// <param name="Cost">What it costs the shop.</param>
/// <param name="MarginPercent">In percent of net, one decimal; null at zero and for fees that are passed on.</param>
public sealed record CompanionFigures(CompanionRule Rule, decimal Quantity, decimal Each, CompanionEdit? Edit, decimal Net, decimal Cost, decimal? MarginPercent);

/// <summary>A fee that was charged once on the order.</summary>
/// <param name="Code">The fee.</param>
/// <param name="Amount">Its amount.</param>
public sealed record OrderFeeFigures(string Code, decimal Amount);

/// <summary>One tax's figures.</summary>
/// <param name="Code">The tax.</param>
/// <param name="Base">What it was taken from; net of tax where taxes are inside.</param>
/// <param name="Amount">The tax.</param>
public sealed record TaxFigures(string Code, decimal Base, decimal Amount);

/// <summary>The ceiling (rules, 4.9).</summary>
/// <param name="Authorized">Agreed to.</param>
/// <param name="Allowed">Agreed to with the allowance.</param>
/// <param name="ApprovedTotal">Total of the approved jobs.</param>
/// <param name="Needed">True when nobody may go on without a new decision.</param>
public sealed record ConsentFigures(decimal Authorized, decimal Allowed, decimal ApprovedTotal, bool Needed);
