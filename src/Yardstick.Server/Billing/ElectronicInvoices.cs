using System.Text;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Core.Documents;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Billing;

/// <summary>Invoices and credit memos as UBL 2.1, made of what was frozen with them.</summary>
public static class ElectronicInvoices
{
    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet("/invoices/{id:long}/invoice.xml", WriteAsync).Asks(Permission.SeeOrders).ProducesProblem(422);

    private static async Task<IResult> WriteAsync(long id, ShopDb db)
    {
        if (await db.Invoices.Include(i => i.Amounts).FirstOrDefaultAsync(i => i.Id == id) is not { } invoice)
            return Problems.Of(Gone.Invoice);
        var shop = await db.Shops.SingleAsync();
        var corrects = await db.Invoices.Where(i => i.Id == invoice.CorrectsId).Select(i => (long?)i.Number).FirstOrDefaultAsync();
        var made = UblInvoice.Of(invoice, DocumentMaker.Read(invoice.DocumentJson), shop, shop.Local(invoice.PostedAt).Date, corrects);
        if (made.Problem is { } refused)
            return Problems.Of(refused);
        var text = $"<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n{made.Value}";
        return Results.File(Encoding.UTF8.GetBytes(text), "application/xml", $"invoice-{invoice.Number}.xml");
    }
}
