namespace Yardstick.Core.Pricing;

/// <summary>What an invoice, what is left of it, or a credit comes to. Amounts in the currency; in those of a credit single taxes and
/// amounts without their tax can be a cent below zero (rules, Money after the invoice).</summary>
public sealed record SaleFigures
{
    /// <summary>Labor.</summary>
    public required decimal Labor { get; init; }

    /// <summary>Parts.</summary>
    public required decimal Parts { get; init; }

    /// <summary>Sublet.</summary>
    public required decimal Sublet { get; init; }

    /// <summary>Fees, those passed on and those of the order among them.</summary>
    public required decimal Fees { get; init; }

    /// <summary>Core deposits.</summary>
    public required decimal Core { get; init; }

    /// <summary>Shop supplies.</summary>
    public required decimal Supplies { get; init; }

    /// <summary>All of these.</summary>
    public required decimal Subtotal { get; init; }

    /// <summary>With taxes.</summary>
    public required decimal Total { get; init; }

    /// <summary>All taxes of the policy in its order.</summary>
    public required IReadOnlyList<TaxFigures> Taxes { get; init; }

    /// <summary>The same without the taxes inside: what each account of the books gets.</summary>
    public required SaleNets Nets { get; init; }

    /// <summary>Cost of lines, companions, order fees and supplies.</summary>
    public required decimal Cost { get; init; }

    /// <summary>The same by kind.</summary>
    public required SaleCosts Costs { get; init; }

    /// <summary>Part lines against the markup bands.</summary>
    public BandGap Bands { get; init; }

    /// <summary>Hours after overlap.</summary>
    public required decimal Hours { get; init; }

    /// <summary>All taxes together.</summary>
    public decimal Tax => Taxes.Sum(t => t.Amount);

    /// <summary>Total less taxes, cores and passed-on fees.</summary>
    public decimal Revenue => Nets.Labor + Nets.Parts + Nets.Sublet + Nets.Fees + Nets.Supplies;

    /// <summary>Revenue less cost.</summary>
    public decimal Profit => Revenue - Cost;

    /// <summary>What one is less another; both by one policy.</summary>
    public static SaleFigures operator -(SaleFigures all, SaleFigures part) =>
        new()
        {
            Labor = all.Labor - part.Labor,
            Parts = all.Parts - part.Parts,
            Sublet = all.Sublet - part.Sublet,
            Fees = all.Fees - part.Fees,
            Core = all.Core - part.Core,
            Supplies = all.Supplies - part.Supplies,
            Subtotal = all.Subtotal - part.Subtotal,
            Total = all.Total - part.Total,
            Taxes = [.. all.Taxes.Zip(part.Taxes, (a, p) => new TaxFigures(a.Code, a.Base - p.Base, a.Amount - p.Amount))],
            Nets = all.Nets - part.Nets,
            Cost = all.Cost - part.Cost,
            Costs = all.Costs - part.Costs,
            Bands = all.Bands - part.Bands,
            Hours = all.Hours - part.Hours,
        };
}
