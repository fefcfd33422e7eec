using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Billing;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Outside;

namespace Yardstick.Server.Purchasing;

/// <summary>Asks suppliers' services for the authorization of returns and, once they were picked up, for the credit.</summary>
public sealed class ReturnTalk(IDbContextFactory<ShopDb> factory, SingleWriter gate, ISupplierClient suppliers, TimeProvider time)
{
    /// <summary>Returns that the services of suppliers are to be asked about.</summary>
    public async Task<IReadOnlyList<(long Id, long SupplierId)>> OpenAsync(CancellationToken cancel)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        var open = await db
            .PartReturns.Where(PartReturn.IsToAsk)
            .OrderBy(r => r.Id)
            .Select(r => new { r.Id, r.SupplierId })
            .ToListAsync(cancel);
        return open.ConvertAll(r => (r.Id, r.SupplierId));
    }

    /// <summary>Asks about one return. The key makes a second question harmless.</summary>
    public async Task TalkAsync(long id, CancellationToken cancel)
    {
        PartReturn? made;
        Supplier supplier;
        await using (var db = await factory.CreateDbContextAsync(cancel))
        {
            made = await db.PartReturns.Include(r => r.Lines).Where(PartReturn.IsToAsk).FirstOrDefaultAsync(r => r.Id == id, cancel);
            if (made is null)
                return;
            supplier = await db.Suppliers.SingleAsync(s => s.Id == made.SupplierId, cancel);
        }
        var answer = await suppliers.ReturnAsync(supplier.Code, made, cancel);
        await gate.RunAsync(async db =>
        {
            var now = await db.PartReturns.Include(r => r.Lines).SingleAsync(r => r.Id == id);
            if (answer.Ok)
            {
                var was = now.State;
                now.Answered(answer.Value, supplier.Name, time.Now());
                await SupplierCredits.FollowAsync(db, now, time.Now());
                if (was != now.State && now.State == PartReturnState.Credited)
                    await db.BookAsync(Actor.Program(time.Now()), () => PurchasePostings.Credited(now));
            }
            else
                now.NotAnswered(supplier.Name, answer.Problem!.Message);
            await db.SaveChangesAsync();
            return now;
        });
    }
}
