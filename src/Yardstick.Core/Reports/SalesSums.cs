using Yardstick.Core.Billing;

namespace Yardstick.Core.Reports;

/// <summary>Sales records added up, in cents and parts of hours, and the measures that come of them.</summary>
public sealed record SalesSums
{
    /// <summary>Vehicles.</summary>
    public long Cars { get; init; }

    /// <summary>Labor.</summary>
    public long Labor { get; init; }

    /// <summary>Parts.</summary>
    public long Parts { get; init; }

    /// <summary>Sublet.</summary>
    public long Sublet { get; init; }

    /// <summary>Fees.</summary>
    public long Fees { get; init; }

    /// <summary>Supplies.</summary>
    public long Supplies { get; init; }

    /// <summary>Cost of labor.</summary>
    public long LaborCost { get; init; }

    /// <summary>Cost of parts.</summary>
    public long PartsCost { get; init; }

    /// <summary>Cost of sublet.</summary>
    public long SubletCost { get; init; }

    /// <summary>Cost of fees.</summary>
    public long FeesCost { get; init; }

    /// <summary>Cost of supplies.</summary>
    public long SuppliesCost { get; init; }

    /// <summary>Hours sold, in parts of <see cref="SaleRecord.HourParts"/>.</summary>
    public long HoursSold { get; init; }

    /// <summary>Part lines by the markup bands.</summary>
    public long AtBands { get; init; }

    /// <summary>The customers' parts discount took.</summary>
    public long GapCustomer { get; init; }

    /// <summary>Set and held prices took.</summary>
    public long GapSet { get; init; }

    /// <summary>Fixed prices took.</summary>
    public long GapFixed { get; init; }

    /// <summary>Discounts took.</summary>
    public long GapDiscounts { get; init; }

    /// <summary>Cost of these part lines.</summary>
    public long BandsCost { get; init; }

    /// <summary>Sales of orders with a vehicle.</summary>
    public long WithVehicle { get; init; }

    /// <summary>Hours sold on them.</summary>
    public long HoursWithVehicle { get; init; }

    /// <summary>Both together.</summary>
    public static SalesSums operator +(SalesSums one, SalesSums other) =>
        new()
        {
            Cars = one.Cars + other.Cars,
            Labor = one.Labor + other.Labor,
            Parts = one.Parts + other.Parts,
            Sublet = one.Sublet + other.Sublet,
            Fees = one.Fees + other.Fees,
            Supplies = one.Supplies + other.Supplies,
            LaborCost = one.LaborCost + other.LaborCost,
            PartsCost = one.PartsCost + other.PartsCost,
            SubletCost = one.SubletCost + other.SubletCost,
            FeesCost = one.FeesCost + other.FeesCost,
            SuppliesCost = one.SuppliesCost + other.SuppliesCost,
            HoursSold = one.HoursSold + other.HoursSold,
            AtBands = one.AtBands + other.AtBands,
            GapCustomer = one.GapCustomer + other.GapCustomer,
            GapSet = one.GapSet + other.GapSet,
            GapFixed = one.GapFixed + other.GapFixed,
            GapDiscounts = one.GapDiscounts + other.GapDiscounts,
            BandsCost = one.BandsCost + other.BandsCost,
            WithVehicle = one.WithVehicle + other.WithVehicle,
            HoursWithVehicle = one.HoursWithVehicle + other.HoursWithVehicle,
        };

    /// <summary>All sales.</summary>
    public long Sales => Labor + Parts + Sublet + Fees + Supplies;

    /// <summary>All cost.</summary>
    public long Cost => LaborCost + PartsCost + SubletCost + FeesCost + SuppliesCost;

    /// <summary>What part lines brought.</summary>
    public long PartLines => AtBands - GapCustomer - GapSet - GapFixed - GapDiscounts;

    /// <summary>A measure of sales; null for one that is none.</summary>
    /// <param name="measure">Which.</param>
    public MeasureValue? Of(Measure measure) =>
        measure switch
        {
            Measure.Sales => new(Money(Sales)),
            Measure.LaborSales => new(Money(Labor)),
            Measure.PartsSales => new(Money(Parts)),
            Measure.SubletSales => new(Money(Sublet)),
            Measure.FeeSales => new(Money(Fees)),
            Measure.SuppliesSales => new(Money(Supplies)),
            Measure.CounterSales => new(Money(Sales - WithVehicle)),
            Measure.Cars => new(Cars),
            Measure.AverageOrder => new(Money(WithVehicle), Cars),
            Measure.HoursPerCar => new(Hours(HoursWithVehicle), Cars),
            Measure.SoldHours => new(Hours(HoursSold)),
            Measure.EffectiveRate => new(Money(Labor), Hours(HoursSold)),
            Measure.GrossProfit => new(Money(Sales - Cost)),
            Measure.Margin => new(Money(Sales - Cost), Money(Sales)),
            Measure.PartsMargin => new(Money(PartLines - BandsCost), Money(PartLines)),
            Measure.PartsAgainstBands => new(Money(PartLines), Money(AtBands)),
            _ => null,
        };

    /// <summary>One record by itself.</summary>
    /// <param name="sale">The record.</param>
    public static SalesSums Of(SaleRecord sale)
    {
        var sales = sale.Labor.Cents + sale.Parts.Cents + sale.Sublet.Cents + sale.Fees.Cents + sale.Supplies.Cents;
        return new()
        {
            Cars = sale.Cars,
            Labor = sale.Labor.Cents,
            Parts = sale.Parts.Cents,
            Sublet = sale.Sublet.Cents,
            Fees = sale.Fees.Cents,
            Supplies = sale.Supplies.Cents,
            LaborCost = sale.LaborCost.Cents,
            PartsCost = sale.PartsCost.Cents,
            SubletCost = sale.SubletCost.Cents,
            FeesCost = sale.FeesCost.Cents,
            SuppliesCost = sale.SuppliesCost.Cents,
            HoursSold = sale.HoursSold,
            AtBands = sale.AtBands.Cents,
            GapCustomer = sale.GapCustomer.Cents,
            GapSet = sale.GapSet.Cents,
            GapFixed = sale.GapFixed.Cents,
            GapDiscounts = sale.GapDiscounts.Cents,
            BandsCost = sale.BandsCost.Cents,
            WithVehicle = sale.HasVehicle ? sales : 0,
            HoursWithVehicle = sale.HasVehicle ? sale.HoursSold : 0,
        };
    }

    private static decimal Money(long cents) => cents / 100m;

    private static decimal Hours(long parts) => (decimal)parts / SaleRecord.HourParts;
}
