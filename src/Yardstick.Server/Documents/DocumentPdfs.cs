using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Data;
using Yardstick.Server.Files;
using Yardstick.Server.Setup;

namespace Yardstick.Server.Documents;

/// <summary>Makes the documents of an order as PDF: to be shown, printed, or sent along.</summary>
public sealed class DocumentPdfs(ContentStore store)
{
    /// <summary>A document that was made.</summary>
    /// <param name="Bytes">The PDF.</param>
    /// <param name="Name">Name of the file.</param>
    public sealed record Made(byte[] Bytes, string Name);

    /// <summary>Makes a document of an order.</summary>
    /// <param name="db">The database.</param>
    /// <param name="order">The order with everything that its rules need.</param>
    /// <param name="kind">estimate, work-order, inspection, invoice or check-in.</param>
    /// <param name="utcNow">Now, UTC.</param>
    /// <param name="brief">Jobs with their amounts only, without their lines.</param>
    public async Task<Result<Made>> MakeAsync(ShopDb db, Order order, string kind, DateTime utcNow, bool brief = false)
    {
        if (kind == "invoice") return await InvoiceAsync(db, order.Id, brief);
        if (kind == "check-in") return await CheckInAsync(db, order);
        var shop = await db.Shops.SingleAsync();
        var customer = order.CustomerId is { } customerId ? await db.Customers.FindAsync(customerId) : null;
        var findings = await db.Findings.Where(f => f.OrderId == order.Id).OrderBy(f => f.Id).ToListAsync();
        var include = kind == "work-order" ? Inclusion.ApprovedOnly : OrderPricing.Offered(order);
        var result = OrderPricing.Price(order, customer, await db.PolicyAsync(order.PolicyVersionId), include, shop.PricingDay(order, utcNow));
        var (parties, now) = (await db.PartiesAsync(order), shop.Local(utcNow));
        switch (kind)
        {
            case "estimate":
                return new Made(Draw(DocumentMaker.OfOrder(order, parties, shop, result, DocumentKind.Estimate, order.Number, now) with { Findings = DocumentMaker.Found(findings) }, brief), $"estimate-{order.Number}.pdf");
            case "work-order":
                if (!order.ApprovedJobs.Any()) return new Problem("document.nothing", "Nothing is approved yet, so there is nothing to work on.", "document");
                return new Made(Draw(DocumentMaker.OfWorkOrder(order, parties, shop, result, now), brief), $"work-order-{order.Number}.pdf");
            case "inspection":
                if (!findings.Exists(f => f.ReleasedAt is not null)) return new Problem("document.nothing", "No finding was released for the customer yet.", "document");
                return new Made(Draw(DocumentMaker.OfInspection(order, parties, shop, result, findings, now), brief), $"inspection-{order.Number}.pdf");
            default: return new Problem("document.gone", $"There is no document \"{kind}\".", "document");
        }
    }

    /// <summary>Makes a document and keeps it, so that what is sent stays as it was.</summary>
    internal async Task<Result<(string Hash, string Name)>> KeepAsync(ShopDb db, Order order, string kind, DateTime utcNow)
    {
        var made = await MakeAsync(db, order, kind, utcNow);
        return made.Problem is { } problem ? problem : (await store.KeepFileAsync(made.Value.Bytes), made.Value.Name);
    }

    /// <summary>The PDF of an invoice as it was frozen.</summary>
    internal byte[] Draw(string frozen, bool brief) => Draw(JsonSerializer.Deserialize<ShopDocument>(frozen, DocumentMaker.Json)!, brief);

    private byte[] Draw(ShopDocument document, bool brief) => PdfPages.Draw(document, brief, hash => File.Exists(store.PathOf(hash, picture: true)) ? File.ReadAllBytes(store.PathOf(hash, picture: true)) : null);

    private async Task<Result<Made>> InvoiceAsync(ShopDb db, long orderId, bool brief)
    {
        var invoice = await db.Invoices.Where(i => i.OrderId == orderId && i.Kind == InvoiceKind.Invoice).OrderByDescending(i => i.Id).Select(i => new { i.Number, i.DocumentJson }).FirstOrDefaultAsync();
        return invoice is null ? new Problem("document.nothing", "This order has no invoice yet.", "document") : new Made(Draw(invoice.DocumentJson, brief), $"invoice-{invoice.Number}.pdf");
    }

    private async Task<Result<Made>> CheckInAsync(ShopDb db, Order order)
    {
        var hash = await db.CheckInSheets.Where(c => c.OrderId == order.Id).OrderByDescending(c => c.Id).Select(c => c.FileHash).FirstOrDefaultAsync();
        return hash is null ? new Problem("document.nothing", "Nobody signed a check-in sheet yet.", "document") : new Made(await File.ReadAllBytesAsync(store.PathOf(hash, picture: false)), $"check-in-{order.Number}.pdf");
    }
}
