using Yardstick.Core.Purchasing;

namespace Yardstick.Data.Demo;

/// <summary>What the supplier's stand-in has to know of orders that were placed before the demo begins.</summary>
internal sealed record OutsideOrder(
    string Supplier,
    string Key,
    string Reference,
    long PurchaseOrder,
    Instant TakenAt,
    Instant? ExpectedAt,
    string State,
    IReadOnlyList<OutsideOrderLine> Lines
)
{
    /// <summary>A confirmed one as it stands.</summary>
    /// <param name="supplier">The supplier's code.</param>
    /// <param name="order">The purchase order, with its keys.</param>
    internal static OutsideOrder Of(string supplier, PurchaseOrder order) =>
        new(
            supplier,
            order.IdempotencyKey.ToString(),
            order.SupplierReference,
            order.Number,
            order.CreatedAt,
            order.ExpectedAt,
            "confirmed",
            [
                .. order.Lines.Select(l => new OutsideOrderLine(
                    l.Id,
                    l.PartNumber,
                    l.Quantity.Value,
                    l.State switch
                    {
                        PurchaseLineState.PartlyFilled => "partly",
                        PurchaseLineState.Discontinued => "discontinued",
                        _ => "confirmed",
                    },
                    l.IsRefused ? 0 : (l.Filled ?? l.Quantity).Value,
                    order.ExpectedAt,
                    l.UnitCost.Value,
                    l.CoreEach.Value
                )),
            ]
        );
}
