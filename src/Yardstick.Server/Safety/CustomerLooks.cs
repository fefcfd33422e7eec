using System.Collections.Concurrent;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Customers;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Hosting;

namespace Yardstick.Server.Safety;

/// <summary>
/// Keeps who had which customer on screen. A page that is read does not wait for it: looks are written together every few seconds, and a
/// look by the same person within a quarter of an hour is the same.
/// </summary>
public sealed class CustomerLooks(SingleWriter writer, TimeProvider time, ILogger<CustomerLooks> log)
    : RoundsService(TimeSpan.FromSeconds(5), time, log)
{
    private readonly ConcurrentDictionary<(long StaffId, LookedAt What, long Id), Instant> recent = new();
    private readonly ConcurrentQueue<(long StaffId, LookedAt What, long Id, Instant At)> waiting = new();

    /// <summary>Somebody has a customer, a vehicle or an order on screen.</summary>
    /// <param name="staffId">Who.</param>
    /// <param name="what">What.</param>
    /// <param name="id">Its key.</param>
    public void Saw(long staffId, LookedAt what, long id)
    {
        var (key, now) = ((staffId, what, id), Clock.Now());
        if (recent.TryGetValue(key, out var last) && now - last < CustomerLook.Together)
            return;
        recent[key] = now;
        waiting.Enqueue((staffId, what, id, now));
    }

    /// <inheritdoc />
    protected override async Task RoundAsync(CancellationToken cancel)
    {
        foreach (var (key, at) in recent)
            if (Clock.Now() - at >= CustomerLook.Together)
                recent.TryRemove(key, out _);
        if (waiting.IsEmpty)
            return;
        var taken = new List<(long StaffId, LookedAt What, long Id, Instant At)>();
        while (waiting.TryDequeue(out var look))
            taken.Add(look);
        try
        {
            await writer.RunAsync(
                async db =>
                {
                    foreach (var look in taken)
                        if (await CustomerOfAsync(db, look.What, look.Id) is { } customerId)
                            db.CustomerLooks.Add(
                                new CustomerLook
                                {
                                    CustomerId = customerId,
                                    StaffId = look.StaffId,
                                    At = look.At,
                                    What = look.What,
                                }
                            );
                    return await db.SaveChangesAsync(cancel);
                },
                _ => true,
                cancel
            );
        }
        catch
        {
            foreach (var look in taken)
                waiting.Enqueue(look);
            throw;
        }
    }

    private static async Task<long?> CustomerOfAsync(ShopDb db, LookedAt what, long id) =>
        what switch
        {
            LookedAt.Order => await db.Orders.Where(o => o.Id == id).Select(o => o.CustomerId).FirstOrDefaultAsync(),
            LookedAt.Vehicle => await db.Vehicles.Where(v => v.Id == id).Select(v => (long?)v.CustomerId).FirstOrDefaultAsync(),
            _ => id,
        };
}
