using Yardstick.Core.Values;

namespace Yardstick.Core.Purchasing;

/// <summary>A part on a purchase order.</summary>
/// <param name="PartNumber">Number.</param>
/// <param name="Description">Description.</param>
/// <param name="Quantity">Units.</param>
/// <param name="UnitCost">Cost each, as expected.</param>
/// <param name="Amount">Cost of all of them, whole cents.</param>
public sealed record PurchaseOrderDocumentLine(string PartNumber, string Description, Quantity Quantity, UnitPrice UnitCost, Money Amount);
