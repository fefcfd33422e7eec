using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>
/// What an invoice adds to the shop's measures; of a credit memo below zero (rules, What the shop is measured by). Frozen with it, in a
/// table of its own that is narrow enough to add a year up.
/// </summary>
public class SaleRecord
{
    /// <summary>Hours are kept in hundredths of an hour of a hundredth: 10,000 to an hour.</summary>
    public const int HourParts = 10_000;

    /// <summary>Key of the invoice or credit memo.</summary>
    public long InvoiceId { get; init; }

    /// <summary>The day it was posted, in the shop's zone.</summary>
    public LocalDate Day { get; init; }

    /// <summary>The order.</summary>
    public long OrderId { get; init; }

    /// <summary>The shop itself pays: shown apart, and in no other figure.</summary>
    public bool ShopPays { get; init; }

    /// <summary>There is a vehicle; else it is a counter sale.</summary>
    public bool HasVehicle { get; init; }

    /// <summary>1 where the order's vehicle counts with it, -1 where a credit brought all its invoices to zero, else 0.</summary>
    public int Cars { get; init; }

    /// <summary>Labor without tax.</summary>
    public Money Labor { get; init; }

    /// <summary>Parts without tax.</summary>
    public Money Parts { get; init; }

    /// <summary>Sublet without tax.</summary>
    public Money Sublet { get; init; }

    /// <summary>Fees that the shop keeps, without tax.</summary>
    public Money Fees { get; init; }

    /// <summary>Shop supplies without tax.</summary>
    public Money Supplies { get; init; }

    /// <summary>What the labor costs.</summary>
    public Money LaborCost { get; init; }

    /// <summary>What the parts cost.</summary>
    public Money PartsCost { get; init; }

    /// <summary>What the sublet costs.</summary>
    public Money SubletCost { get; init; }

    /// <summary>What the fees cost.</summary>
    public Money FeesCost { get; init; }

    /// <summary>What the supplies cost.</summary>
    public Money SuppliesCost { get; init; }

    /// <summary>Hours sold, in parts of <see cref="HourParts"/>.</summary>
    public long HoursSold { get; init; }

    /// <summary>Part lines by the markup bands.</summary>
    public Money AtBands { get; init; }

    /// <summary>The customer's parts discount took of that.</summary>
    public Money GapCustomer { get; init; }

    /// <summary>Set and held prices took.</summary>
    public Money GapSet { get; init; }

    /// <summary>Fixed prices took.</summary>
    public Money GapFixed { get; init; }

    /// <summary>Discounts took.</summary>
    public Money GapDiscounts { get; init; }

    /// <summary>What these part lines cost, without what came along with them.</summary>
    public Money BandsCost { get; init; }

    /// <summary>Where its parts went against the markup tables.</summary>
    public BandGap Gap => new(AtBands.Cents, GapCustomer.Cents, GapSet.Cents, GapFixed.Cents, GapDiscounts.Cents, BandsCost.Cents);

    /// <summary>Of the figures of a sale.</summary>
    /// <param name="sale">The figures.</param>
    /// <param name="sign">1, or -1 for a credit.</param>
    /// <param name="day">The day it is posted.</param>
    /// <param name="orderId">The order.</param>
    /// <param name="shopPays">The shop itself pays.</param>
    /// <param name="hasVehicle">The order has a vehicle.</param>
    /// <param name="cars">1, -1 or 0.</param>
    /// <param name="invoiceId">Key of the invoice, where it is not given by the database.</param>
    public static SaleRecord Of(
        SaleFigures sale,
        int sign,
        LocalDate day,
        long orderId,
        bool shopPays,
        bool hasVehicle,
        int cars,
        long invoiceId = 0
    ) =>
        new()
        {
            InvoiceId = invoiceId,
            Day = day,
            OrderId = orderId,
            ShopPays = shopPays,
            HasVehicle = hasVehicle,
            Cars = cars,
            Labor = Money.Of(sign * sale.Nets.Labor),
            Parts = Money.Of(sign * sale.Nets.Parts),
            Sublet = Money.Of(sign * sale.Nets.Sublet),
            Fees = Money.Of(sign * sale.Nets.Fees),
            Supplies = Money.Of(sign * sale.Nets.Supplies),
            LaborCost = Money.Of(sign * sale.Costs.Labor),
            PartsCost = Money.Of(sign * sale.Costs.Parts),
            SubletCost = Money.Of(sign * sale.Costs.Sublet),
            FeesCost = Money.Of(sign * sale.Costs.Fees),
            SuppliesCost = Money.Of(sign * sale.Costs.Supplies),
            HoursSold = (long)decimal.Round(sign * sale.Hours * HourParts),
            AtBands = new Money(sign * sale.Bands.AtBands),
            GapCustomer = new Money(sign * sale.Bands.Customer),
            GapSet = new Money(sign * sale.Bands.Set),
            GapFixed = new Money(sign * sale.Bands.Fixed),
            GapDiscounts = new Money(sign * sale.Bands.Discounts),
            BandsCost = new Money(sign * sale.Bands.Cost),
        };
}
