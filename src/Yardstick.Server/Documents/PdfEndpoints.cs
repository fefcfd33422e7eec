using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Core.Orders;
using Yardstick.Core.Setup;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;
using Yardstick.Server.Setup;

namespace Yardstick.Server.Documents;

/// <summary>Estimate and invoice as PDF.</summary>
public static class PdfEndpoints
{
    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/orders/{id:long}/estimate.pdf", EstimateAsync).Asks(Permission.SeeOrders);
        api.MapGet("/invoices/{id:long}/invoice.pdf", InvoiceAsync).Asks(Permission.SeeOrders);
    }

    private static async Task<IResult> EstimateAsync(long id, ShopDb db, TimeProvider time)
    {
        if (await db.LoadOrderAsync(id) is not { } order) return Problems.Of(new Problem("order.gone", "There is no such order."));
        var customer = order.CustomerId is { } customerId ? await db.Customers.FindAsync(customerId) : null;
        var shop = await db.Shops.SingleAsync();
        var result = OrderPricing.Price(order, customer, await db.PolicyAsync(order.PolicyVersionId), OrderPricing.Offered(order), shop.PricingDay(order, time.GetUtcNow().UtcDateTime));
        var document = DocumentMaker.OfOrder(order, await db.PartiesAsync(order), shop, result, DocumentKind.Estimate, order.Number, shop.Local(time.GetUtcNow().UtcDateTime));
        return Results.File(PdfPages.Draw(document), "application/pdf", $"estimate-{order.Number}.pdf", enableRangeProcessing: false);
    }

    private static async Task<IResult> InvoiceAsync(long id, ShopDb db)
    {
        if (await db.Invoices.Where(i => i.Id == id).Select(i => new { i.Number, i.DocumentJson }).FirstOrDefaultAsync() is not { } invoice)
            return Problems.Of(new Problem("invoice.gone", "There is no such invoice."));
        return Results.File(PdfPages.Draw(JsonSerializer.Deserialize<ShopDocument>(invoice.DocumentJson, DocumentMaker.Json)!), "application/pdf", $"invoice-{invoice.Number}.pdf");
    }

    /// <summary>Who and what a document of an order is about.</summary>
    internal static async Task<DocumentParties> PartiesAsync(this ShopDb db, Order order)
    {
        var customer = order.CustomerId is { } customerId ? await db.Customers.Include(c => c.Phones).SingleAsync(c => c.Id == customerId) : null;
        var vehicle = order.VehicleId is { } vehicleId ? await db.Vehicles.FindAsync(vehicleId) : null;
        return new DocumentParties(customer, vehicle, (await db.Staff.FindAsync(order.WriterId))?.ShortName ?? "");
    }
}
