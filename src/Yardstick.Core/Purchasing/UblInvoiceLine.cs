using Yardstick.Core.Values;

namespace Yardstick.Core.Purchasing;

/// <summary>A line of a supplier's UBL invoice.</summary>
/// <param name="PartNumber">The supplier's part number; empty where it does not say.</param>
/// <param name="Description">What it is.</param>
/// <param name="Quantity">Units.</param>
/// <param name="UnitCost">Cost each.</param>
/// <param name="Charges">Charges on the line beside its price, less allowances: the core charge.</param>
/// <param name="OrderNumber">Number of the purchase order that it is of; empty where it does not say.</param>
public sealed record UblInvoiceLine(
    string PartNumber,
    string Description,
    Quantity Quantity,
    UnitPrice UnitCost,
    Money Charges,
    string OrderNumber
);
