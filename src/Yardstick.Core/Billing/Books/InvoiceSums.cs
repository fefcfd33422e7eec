using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>What an invoice comes to by kind, without taxes; of a credit note below zero. Frozen with it.</summary>
public sealed record InvoiceSums
{
    /// <summary>Labor.</summary>
    public Money Labor { get; init; }

    /// <summary>Parts.</summary>
    public Money Parts { get; init; }

    /// <summary>Sublet.</summary>
    public Money Sublet { get; init; }

    /// <summary>Fees that the shop keeps.</summary>
    public Money Fees { get; init; }

    /// <summary>Shop supplies.</summary>
    public Money Supplies { get; init; }

    /// <summary>Core charges.</summary>
    public Money Core { get; init; }

    /// <summary>What its parts cost, as they left stock and orders.</summary>
    public Money PartsCost { get; init; }

    /// <summary>What its sublet costs.</summary>
    public Money SubletCost { get; init; }

    /// <summary>Hours sold, after overlap, in hundredths.</summary>
    public decimal Hours { get; init; }

    /// <summary>Of the figures of a sale.</summary>
    /// <param name="sale">The figures.</param>
    /// <param name="sign">1, or -1 for a credit.</param>
    /// <param name="partsCost">What the parts cost that left, or below zero came back.</param>
    /// <param name="subletCost">What the sublet costs.</param>
    public static InvoiceSums Of(SaleFigures sale, int sign, Money partsCost, Money subletCost) =>
        new()
        {
            Labor = Money.Of(sign * sale.Nets.Labor),
            Parts = Money.Of(sign * sale.Nets.Parts),
            Sublet = Money.Of(sign * sale.Nets.Sublet),
            Fees = Money.Of(sign * sale.Nets.Fees),
            Supplies = Money.Of(sign * sale.Nets.Supplies),
            Core = Money.Of(sign * sale.Nets.Core),
            PartsCost = partsCost,
            SubletCost = subletCost,
            Hours = sign * sale.Hours,
        };
}
