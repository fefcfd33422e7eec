using Yardstick.Core.Values;

namespace Yardstick.Core.Purchasing;

/// <summary>What stands on the label of a part that came.</summary>
/// <param name="For">The plate, or the order where there is no vehicle; <c>Stock</c> for stock.</param>
/// <param name="Order">Number of the repair order; empty for stock.</param>
/// <param name="Description">The part.</param>
/// <param name="Number">Its number.</param>
/// <param name="Quantity">How many came.</param>
/// <param name="Bin">Where it lies; empty where nobody said.</param>
/// <param name="Foot">Supplier, purchase order and day.</param>
public sealed record PartLabel(string For, string Order, string Description, string Number, string Quantity, string Bin, string Foot)
{
    /// <summary>The label of a line of a receipt.</summary>
    /// <param name="line">What came.</param>
    /// <param name="order">Number and plate of its repair order; null for stock.</param>
    /// <param name="bin">The catalog part's bin.</param>
    /// <param name="foot">Supplier, purchase order and day.</param>
    public static PartLabel Of(ReceiptLine line, (long Number, string Plate)? order, string bin, string foot) =>
        new(
            order is not { } of ? "STOCK"
                : of.Plate.Length > 0 ? of.Plate
                : $"RO {of.Number}",
            order is { } on ? $"RO {on.Number}" : "",
            line.Description,
            line.PartNumber,
            line.Quantity == Values.Quantity.One ? "" : $"× {line.Quantity}",
            bin,
            foot
        );
}
