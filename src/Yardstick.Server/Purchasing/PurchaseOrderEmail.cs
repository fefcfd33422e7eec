using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Messaging;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Documents;
using Yardstick.Server.Messaging;

namespace Yardstick.Server.Purchasing;

/// <summary>
/// Purchase orders as PDF, and the emails that they go out with. The email and that it was written are kept in one change, so that
/// a purchase order goes out once however often it is asked for.
/// </summary>
public sealed class PurchaseOrderEmail(IDbContextFactory<ShopDb> factory, SingleWriter gate, ContentStore store, TimeProvider time)
{
    /// <summary>What a purchase order says; null if there is none of that key.</summary>
    public static async Task<PurchaseOrderDocument?> ReadAsync(ShopDb db, long id)
    {
        if (await db.PurchaseOrders.Include(p => p.Lines).FirstOrDefaultAsync(p => p.Id == id) is not { } order)
            return null;
        var supplier = await db.Suppliers.Include(s => s.Branches).SingleAsync(s => s.Id == order.SupplierId);
        var by = await db.Staff.Where(s => s.Id == order.ById).Select(s => s.Name).SingleAsync();
        return PurchaseOrderDocument.Of(order, supplier, await db.Shops.SingleAsync(), by);
    }

    /// <summary>The PDF of a purchase order.</summary>
    public byte[] Draw(PurchaseOrderDocument document) => PurchaseOrderPages.Draw(document, store.ReadOrNull);

    /// <summary>Puts an open purchase order into an email; one whose email failed is sent once more.</summary>
    /// <returns>The purchase order as it stands then.</returns>
    internal async Task<PurchaseOrder> SendAsync(PurchaseOrder order, CancellationToken cancel)
    {
        var (document, hash) = ((PurchaseOrderDocument?)null, "");
        if (order.MessageId is null)
        {
            await using var db = await factory.CreateDbContextAsync(cancel);
            document = (await ReadAsync(db, order.Id))!;
            hash = await store.KeepFileAsync(Draw(document));
        }
        return await gate.RunAsync(async db =>
        {
            var now = await db.PurchaseOrders.Include(p => p.Lines).SingleAsync(p => p.Id == order.Id);
            if (now.MessageId is { } sent)
                (await db.Messages.SingleAsync(m => m.Id == sent)).Resolve(again: true, time.Now());
            else if (document is not null && now.IsOpen)
                await WriteAsync(db, now, document, hash);
            await db.SaveChangesAsync();
            return now;
        });
    }

    private async Task WriteAsync(ShopDb db, PurchaseOrder order, PurchaseOrderDocument document, string hash)
    {
        var supplier = await db.Suppliers.SingleAsync(s => s.Id == order.SupplierId);
        var at = time.Now();
        var written = Message.Write(MessageChannel.Email, supplier.Email, document.Subject, document.Body, new Actor(order.ById, at), at);
        if (written.Problem is { } problem)
        {
            order.NotAnswered(supplier, problem.Message);
            return;
        }
        written.Value.Attach(hash, $"purchase-order-{order.Number}.pdf");
        db.Messages.Add(written.Value);
        await db.SaveChangesAsync();
        order.Emailed(written.Value.Id);
    }
}
