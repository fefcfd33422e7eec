using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Documents;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Documents;

/// <summary>Documents of orders as PDF.</summary>
public static class PdfEndpoints
{
    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        foreach (var kind in new[] { "estimate", "work-order", "inspection", "release-slip", "invoice", "check-in" })
            api.MapGet($"/orders/{{id:long}}/{kind}.pdf", (long id, ShopDb db, DocumentPdfs pdfs, TimeProvider time, bool brief = false) =>
                    OfOrderAsync(id, kind, db, pdfs, time, brief)
                )
                .Asks(kind == "work-order" ? Permission.SeeFloor : Permission.SeeOrders);
        api.MapGet("/orders/{id:long}/documents", OfferedAsync).Asks(Permission.SeeOrders).Produces<IReadOnlyList<OfferedDocument>>();
        api.MapGet("/invoices/{id:long}/invoice.pdf", InvoiceAsync).Asks(Permission.SeeOrders);
    }

    private static async Task<IResult> OfOrderAsync(long id, string kind, ShopDb db, DocumentPdfs pdfs, TimeProvider time, bool brief)
    {
        if (await db.LoadOrderAsync(id) is not { } order)
            return Problems.Of(Gone.Order);
        var made = await pdfs.MakeAsync(db, order, kind, time.Now(), brief);
        return made.Problem is { } problem ? Problems.Of(problem) : Results.File(made.Value.Bytes, "application/pdf", made.Value.Name);
    }

    private static async Task<IResult> OfferedAsync(long id, ShopDb db) =>
        await db.ReadOrderAsync(id) is { } order ? Results.Ok(await DocumentPdfs.OfferedAsync(db, order)) : Problems.Of(Gone.Order);

    /// <param name="id">The invoice.</param>
    /// <param name="db">The database.</param>
    /// <param name="pdfs">Draws it.</param>
    /// <param name="brief">Jobs with their amounts only.</param>
    /// <param name="full">With everything, however the shop prints.</param>
    private static async Task<IResult> InvoiceAsync(long id, ShopDb db, DocumentPdfs pdfs, bool brief = false, bool full = false)
    {
        if (await db.Invoices.Where(i => i.Id == id).Select(i => new { i.Number, i.DocumentJson }).FirstOrDefaultAsync() is not { } invoice)
            return Problems.Of(Gone.Invoice);
        var layout = full ? DocumentLayout.Full : DocumentPdfs.LayoutOf(await db.Shops.SingleAsync(), brief);
        return Results.File(
            pdfs.Draw(layout.Of(DocumentMaker.Read(invoice.DocumentJson))),
            "application/pdf",
            $"invoice-{invoice.Number}.pdf"
        );
    }
}
