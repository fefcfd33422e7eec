namespace Yardstick.Core.Orders;

/// <summary>A line as it is typed; what its kind does not have is passed over.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="Description">What is done or delivered.</param>
/// <param name="Quantity">Units of a part or a fee.</param>
/// <param name="Hours">Hours of labor.</param>
/// <param name="Amount">Amount of a fee, each.</param>
/// <param name="UnitCost">Cost of a part, each, or of sublet work.</param>
public sealed record LineInput(
    LineKind Kind,
    string? Description,
    string? Quantity = null,
    string? Hours = null,
    string? Amount = null,
    string? UnitCost = null
);
