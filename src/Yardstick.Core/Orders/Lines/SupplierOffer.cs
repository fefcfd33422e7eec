using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>A part that a supplier offers.</summary>
/// <param name="SupplierCode">The supplier.</param>
/// <param name="Number">Its number there.</param>
/// <param name="Description">What it is.</param>
/// <param name="Brand">Brand.</param>
/// <param name="Quality">Quality in the supplier's words.</param>
/// <param name="Condition">new, used or rebuilt.</param>
/// <param name="Category">Category, which chooses markup and companions.</param>
/// <param name="Type">What it is in the words of the catalogs.</param>
/// <param name="UnitCost">Cost each.</param>
/// <param name="ListPrice">List price each.</param>
/// <param name="CoreEach">Core deposit each.</param>
/// <param name="Quantity">How many a car takes.</param>
/// <param name="MakersNumber">The maker's number.</param>
/// <param name="Branch">Branch that has it.</param>
/// <param name="Available">How many it has.</param>
/// <param name="Minutes">Minutes until it can be here.</param>
public sealed record SupplierOffer(
    string SupplierCode,
    string Number,
    string Description,
    string Brand,
    string Quality,
    string Condition,
    string Category,
    string Type,
    UnitPrice UnitCost,
    UnitPrice ListPrice,
    UnitPrice CoreEach,
    Quantity Quantity,
    string MakersNumber,
    string Branch,
    int Available,
    int Minutes
);
