using System.Globalization;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Documents;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Purchasing;

/// <summary>Labels for the parts of a receipt.</summary>
public static class ReceiptLabels
{
    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet("/receipts/{id:long}/labels.pdf", HandleAsync).Asks(Permission.SeeParts);

    private static async Task<IResult> HandleAsync(long id, ShopDb db)
    {
        if (await db.Receipts.Include(r => r.Lines).FirstOrDefaultAsync(r => r.Id == id) is not { } receipt)
            return Problems.Of(Gone.Receipt);
        var shop = await db.Shops.SingleAsync();
        var supplier = await db.Suppliers.Where(s => s.Id == receipt.SupplierId).Select(s => s.Name).SingleAsync();
        var purchase = await db.PurchaseOrders.Where(p => p.Id == receipt.PurchaseOrderId).Select(p => p.Number).SingleAsync();
        var orderIds = receipt.Lines.Select(l => l.OrderId).OfType<long>().ToList();
        var orders = await db
            .Orders.Where(o => orderIds.Contains(o.Id))
            .Select(o => new
            {
                o.Id,
                o.Number,
                Plate = db.Vehicles.Where(v => v.Id == o.VehicleId).Select(v => v.Plate).FirstOrDefault(),
            })
            .ToDictionaryAsync(o => o.Id, o => (o.Number, o.Plate.Text));
        var partIds = receipt.Lines.Select(l => l.PartId).OfType<long>().ToList();
        var bins = await db.Parts.Where(p => partIds.Contains(p.Id)).ToDictionaryAsync(p => p.Id, p => p.Bin);
        var foot = string.Create(CultureInfo.InvariantCulture, $"{supplier} · PO {purchase} · {shop.Local(receipt.At):MMM d}");
        var labels = receipt.Lines.ConvertAll(l =>
            PartLabel.Of(
                l,
                l.OrderId is { } order ? orders[order] : null,
                l is { IsStock: true, PartId: { } part } ? bins.GetValueOrDefault(part, "") : "",
                foot
            )
        );
        return Results.File(PartLabels.Draw(labels), "application/pdf", $"labels-{purchase}.pdf");
    }
}
