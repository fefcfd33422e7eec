namespace Yardstick.Core.Imports;

/// <summary>A line of a former order.</summary>
/// <param name="Kind">labor, part, sublet, fee or text.</param>
/// <param name="Description">Text.</param>
/// <param name="Number">Part number.</param>
/// <param name="Quantity">Units, or hours of labor.</param>
/// <param name="Each">Price each; null where it was not written down.</param>
/// <param name="Cost">Cost each; null where it was not written down.</param>
/// <param name="Amount">What the line came to.</param>
public sealed record FormerLine(
    Orders.LineKind Kind,
    string Description,
    string Number,
    decimal Quantity,
    decimal? Each,
    decimal? Cost,
    decimal Amount
);
