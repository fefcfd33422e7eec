using System.Collections.Concurrent;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Outside;

namespace Yardstick.Server.Purchasing;

/// <summary>Hands purchase orders over to suppliers and asks where they are; never inside a transaction.</summary>
public sealed class SupplierTalk(
    IDbContextFactory<ShopDb> factory,
    SingleWriter gate,
    ISupplierClient suppliers,
    PurchaseOrderEmail email,
    TimeProvider time
)
{
    private readonly ConcurrentDictionary<long, SemaphoreSlim> turns = new();

    /// <summary>
    /// Hands an order over that was not, or asks where it is; one at a time for each order, so that a late failure overwrites no answer.
    /// Null if there is no such order.
    /// </summary>
    public async Task<PurchaseOrder?> TalkAsync(long id, CancellationToken cancel)
    {
        var turn = turns.GetOrAdd(id, _ => new SemaphoreSlim(1, 1));
        await turn.WaitAsync(cancel);
        try
        {
            return await AskAsync(id, cancel);
        }
        finally
        {
            turn.Release();
        }
    }

    private async Task<PurchaseOrder?> AskAsync(long id, CancellationToken cancel)
    {
        PurchaseOrder? order;
        Supplier? supplier;
        await using (var db = await factory.CreateDbContextAsync(cancel))
        {
            order = await db.PurchaseOrders.Include(p => p.Lines).FirstOrDefaultAsync(p => p.Id == id, cancel);
            if (order is null || !order.IsOpen || order.Way == SupplierOrderWay.Phone)
                return order;
            supplier = await db.Suppliers.Include(s => s.Branches).SingleAsync(s => s.Id == order.SupplierId, cancel);
        }
        if (order.Way == SupplierOrderWay.Email)
            return await email.SendAsync(order, cancel);
        if (order.ToCancel is { Count: > 0 } lines)
        {
            var cancelled = await suppliers.CancelAsync(supplier.Code, order.SupplierReference, lines.Select(l => l.Id), cancel);
            return await KeepAsync(id, (now, at) =>
            {
                if (cancelled.Ok)
                    now.CancelAnswered(cancelled.Value, supplier.Name, at);
                else
                    now.NotAnswered(supplier, cancelled.Problem!.Message);
            });
        }
        var branch = supplier.Branches.Find(b => b.Id == order.BranchId)?.Name ?? "";
        var answer =
            order.SupplierReference.Length == 0
                ? await suppliers.PlaceAsync(supplier.Code, order, branch, cancel)
                : await suppliers.AskAsync(supplier.Code, order.SupplierReference, cancel);
        return await KeepAsync(id, (now, _) =>
        {
            if (answer.Ok)
                now.Answered(answer.Value);
            else
                now.NotAnswered(supplier, answer.Problem!.Message);
        });
    }

    private Task<PurchaseOrder> KeepAsync(long id, Action<PurchaseOrder, Instant> change) =>
        gate.RunAsync(async db =>
        {
            var now = await db.PurchaseOrders.Include(p => p.Lines).SingleAsync(p => p.Id == id);
            change(now, time.Now());
            await db.SaveChangesAsync();
            return now;
        });

    /// <summary>Orders that should be talked about: those not handed over yet, or all that are open.</summary>
    public async Task<IReadOnlyList<(long Id, long SupplierId)>> OpenAsync(bool onlyNew, CancellationToken cancel)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        var open = await db
            .PurchaseOrders.Where(p =>
                p.State < PurchaseOrderState.Refused
                && (p.Way == SupplierOrderWay.Electronic || p.Way == SupplierOrderWay.Email && p.MessageId == null)
                && (!onlyNew || p.Tries == 0 && p.SupplierReference == "" || p.CancelAskedAt != null)
            )
            .OrderBy(p => p.State)
            .ThenBy(p => p.Id)
            .Select(p => new { p.Id, p.SupplierId })
            .ToListAsync(cancel);
        return open.ConvertAll(p => (p.Id, p.SupplierId));
    }
}
