using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Core.Customers;
using Yardstick.Core.Documents;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Data.Billing;
using Yardstick.Server.Orders;
using Yardstick.Server.Pricing;

namespace Yardstick.Server.Documents;

/// <summary>Makes the documents of an order as PDF: to be shown, printed, or sent along.</summary>
public sealed class DocumentPdfs(ContentStore store)
{
    /// <summary>A document that was made.</summary>
    /// <param name="Bytes">The PDF.</param>
    /// <param name="Name">Name of the file.</param>
    /// <param name="Title">What it is called, with its number.</param>
    /// <param name="InvoiceId">The invoice that it is; null for other documents.</param>
    public sealed record Made(byte[] Bytes, string Name, string Title, long? InvoiceId = null);

    /// <summary>Makes a document of an order.</summary>
    /// <param name="db">The database.</param>
    /// <param name="order">The order with everything that its rules need.</param>
    /// <param name="kind">estimate, work-order, inspection, invoice, check-in or release-slip.</param>
    /// <param name="utcNow">Now, UTC.</param>
    /// <param name="brief">Jobs with their amounts only, without their lines.</param>
    public async Task<Result<Made>> MakeAsync(ShopDb db, Order order, string kind, Instant utcNow, bool brief = false)
    {
        if (kind == "invoice")
            return await InvoiceAsync(db, order.Id, brief);
        if (kind == "check-in")
            return await CheckInAsync(db, order);
        var shop = await db.Shops.SingleAsync();
        var customer = order.CustomerId is { } customerId ? await db.Customers.FindAsync(customerId) : null;
        var findings = await db.Findings.Where(f => f.OrderId == order.Id).OrderBy(f => f.Id).ToListAsync();
        var include = kind is "work-order" or "release-slip" ? JobSelection.ApprovedOnly : OrderPricing.Offered(order);
        var policy = await db.PolicyAsync(order.PolicyVersionId);
        var result = OrderPricing.Price(order, customer, policy, include, shop.PricingDay(order, utcNow));
        var (parties, now) = (await db.PartiesAsync(order), shop.Local(utcNow));
        Made Of(ShopDocument document) => new(Draw(LayoutOf(shop, brief).Of(document)), $"{kind}-{document.Number}.pdf", document.Title);
        switch (kind)
        {
            case "estimate":
                return Of(
                    DocumentMaker.OfOrder(
                        order,
                        parties,
                        shop,
                        result,
                        DocumentKind.Estimate,
                        order.Number,
                        now,
                        policy.Pricing.Overrun
                    ) with
                    {
                        Findings = DocumentMaker.Found(findings),
                    }
                );
            case "work-order":
                if (!order.ApprovedJobs.Any())
                    return OfferedDocument.NothingApproved;
                return Of(DocumentMaker.OfWorkOrder(order, parties, shop, result, now));
            case "inspection":
                if (!findings.Exists(f => f.Release == CustomerVisibility.Shown))
                    return OfferedDocument.NothingReleased;
                return Of(DocumentMaker.OfInspection(order, parties, shop, result, findings, now));
            case "release-slip":
                var standing = await db.Standing(db.Invoices.Where(i => i.OrderId == order.Id && i.Payer == Payer.Customer))
                    .Where(s => !s.Reversed)
                    .OrderByDescending(s => s.Invoice.Id)
                    .FirstOrDefaultAsync();
                if (order.State != OrderState.Posted)
                    return OfferedDocument.NotPosted;
                var number = standing?.Invoice.Number
                    ?? await db.Invoices.Where(i => i.OrderId == order.Id).OrderByDescending(i => i.Id).Select(i => i.Number).FirstAsync();
                return Of(DocumentMaker.OfReleaseSlip(order, parties, shop, result, number, standing?.Balance ?? Money.Zero, now));
            default:
                return new Problem("document.gone", $"There is no document \"{kind}\".", "document");
        }
    }

    /// <summary>Documents that an order has something for.</summary>
    internal static async Task<IReadOnlyList<OfferedDocument>> OfferedAsync(ShopDb db, Order order) =>
        OfferedDocument.Of(
            order,
            await db.CheckInSheets.AnyAsync(c => c.OrderId == order.Id),
            await db.Findings.AnyAsync(f => f.OrderId == order.Id && f.ReleasedAt != null)
        );

    /// <summary>A document that was drawn before a change began, of the order as it stood then.</summary>
    internal sealed record Drawn(int OrderVersion, string Hash, Made Made);

    /// <summary>Draws a document before a change, so that nobody waits behind it; null where the order is gone.</summary>
    internal async Task<Result<Drawn>?> DrawAheadAsync(ShopDb db, long orderId, string kind, Instant utcNow) =>
        await db.ReadOrderAsync(orderId) is { } order ? await KeepAsync(db, order, kind, utcNow) : (Result<Drawn>?)null;

    /// <summary>The document of an order under change: what was drawn ahead, unless somebody changed the order in between.</summary>
    internal async Task<Result<Drawn>> OfAsync(ShopDb db, Order order, string kind, Instant utcNow, Result<Drawn>? ahead) =>
        ahead is { } drawn && (!drawn.Ok || drawn.Value.OrderVersion == order.Version) ? drawn : await KeepAsync(db, order, kind, utcNow);

    /// <summary>Makes a document and keeps it, so that what is sent stays as it was.</summary>
    private async Task<Result<Drawn>> KeepAsync(ShopDb db, Order order, string kind, Instant utcNow)
    {
        var made = await MakeAsync(db, order, kind, utcNow);
        return made.Problem is { } problem ? problem : new Drawn(order.Version, await store.KeepFileAsync(made.Value.Bytes), made.Value);
    }

    /// <summary>The shop's layout, or with jobs and their amounts only.</summary>
    internal static DocumentLayout LayoutOf(Shop shop, bool brief) =>
        brief ? DocumentLayout.By(shop) with { Lines = false } : DocumentLayout.By(shop);

    /// <summary>The PDF of a document as it was frozen.</summary>
    internal byte[] Draw(ShopDocument document) => PdfPages.Draw(document, store.ReadOrNull);

    /// <summary>Documents as they were frozen, in one PDF.</summary>
    internal byte[] Draw(IEnumerable<ShopDocument> documents, string title) => PdfPages.Draw(documents, title, store.ReadOrNull);

    /// <summary>The latest invoice of an order that was not taken back.</summary>
    private static IQueryable<Invoice> InvoiceOf(ShopDb db, long orderId) =>
        db
            .Invoices.Where(i =>
                i.OrderId == orderId && i.Kind == InvoiceKind.Invoice && !db.Invoices.Any(c => c.CorrectsId == i.Id && c.CreditsAll)
            )
            .OrderBy(i => i.Id);

    private async Task<Result<Made>> InvoiceAsync(ShopDb db, long orderId, bool brief)
    {
        if (
            await InvoiceOf(db, orderId)
                .Select(i => new
                {
                    i.Id,
                    i.Number,
                    i.DocumentJson,
                })
                .FirstOrDefaultAsync()
            is not { } invoice
        )
            return OfferedDocument.NoInvoice;
        var document = DocumentMaker.Read(invoice.DocumentJson);
        var layout = LayoutOf(await db.Shops.SingleAsync(), brief);
        return new Made(Draw(layout.Of(document)), $"invoice-{invoice.Number}.pdf", document.Title, invoice.Id);
    }

    private async Task<Result<Made>> CheckInAsync(ShopDb db, Order order)
    {
        var hash = await db
            .CheckInSheets.Where(c => c.OrderId == order.Id)
            .OrderByDescending(c => c.Id)
            .Select(c => c.FileHash)
            .FirstOrDefaultAsync();
        return hash is null
            ? OfferedDocument.NotCheckedIn
            : new Made(
                await File.ReadAllBytesAsync(store.PathOf(hash, picture: false)),
                $"check-in-{order.Number}.pdf",
                $"Check-in sheet {order.Number}"
            );
    }
}
