using Microsoft.EntityFrameworkCore;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Live;

namespace Yardstick.Server.FollowUp;

/// <summary>
/// Every reason to get in touch that is due about now, kept: a change asks anew only for those customers whom it touched, for in a shop of
/// ten years all of them take many seconds. A new day, other days in Setup, or a change of many at once asks for all.
/// </summary>
internal sealed class FollowUpBook : IDisposable
{
    // Above it, all at once is sooner.
    private const int MostTouched = 500;
    private readonly SemaphoreSlim one = new(1, 1);
    private readonly Lock watching = new();
    private HashSet<Topic> touched = [];
    private IReadOnlyDictionary<long, IReadOnlyList<FollowUpReason>> reasons = new Dictionary<long, IReadOnlyList<FollowUpReason>>();
    private IReadOnlyDictionary<long, CustomerDealings> dealings = new Dictionary<long, CustomerDealings>();
    private object? madeFor;
    private Page? page;

    /// <summary>What it says at a time.</summary>
    /// <param name="Reasons">All reasons by key.</param>
    /// <param name="Dealings">What was done and heard, by customer.</param>
    internal sealed record Page(
        IReadOnlyDictionary<FollowUps.FollowUpKey, FollowUpReason> Reasons,
        IReadOnlyDictionary<long, CustomerDealings> Dealings
    );

    /// <summary>Makes it; it listens to changes from then on.</summary>
    public FollowUpBook(ChangeFeed feed) =>
        feed.Published += topics =>
        {
            lock (watching)
                touched.UnionWith(
                    topics.Where(t => t.Kind is TopicKind.Customer or TopicKind.Vehicle or TopicKind.Order or TopicKind.Calendar)
                );
        };

    /// <inheritdoc />
    public void Dispose() => one.Dispose();

    /// <summary>Brings it up to date and reads it.</summary>
    /// <param name="db">The database.</param>
    /// <param name="shop">The shop.</param>
    /// <param name="now">Now, UTC.</param>
    internal async Task<Page> ReadAsync(ShopDb db, Shop shop, Instant now)
    {
        await one.WaitAsync();
        try
        {
            HashSet<Topic> since;
            lock (watching)
                (since, touched) = (touched, []);
            try
            {
                await FollowAsync(db, shop, now, since);
            }
            catch
            {
                lock (watching)
                    touched.UnionWith(since);
                throw;
            }
            return page!;
        }
        finally
        {
            one.Release();
        }
    }

    private async Task FollowAsync(ShopDb db, Shop shop, Instant now, HashSet<Topic> since)
    {
        // What was found holds for a day and for what the shop says of its days.
        var asked = (
            shop.Local(now).Date,
            shop.TimeZone,
            shop.DeclinedAfterDays,
            shop.DistancePerDay,
            shop.ThanksAfterDays,
            shop.AwayMonths,
            shop.WarrantyVisitDays,
            shop.DistanceUnit
        );
        if (page is not null && asked.Equals(madeFor) && since.Count == 0)
            return;
        if (
            page is null
            || !asked.Equals(madeFor)
            || since.Count > MostTouched
            || since.Any(t => t is { Id: 0, Kind: not TopicKind.Calendar })
        )
        {
            reasons = ByCustomer(await new FollowUpReasons(db, shop, now).AllAsync());
            dealings = await CustomerDealings.OfAsync(db, now, reasons.Keys);
        }
        else
        {
            var customers = await CustomersOfAsync(db, since);
            var anew = ByCustomer(await new FollowUpReasons(db, shop, now, [.. customers]).AllAsync());
            reasons = reasons.Where(r => !customers.Contains(r.Key)).Concat(anew).ToDictionary();
            var known = dealings.Where(d => !customers.Contains(d.Key));
            dealings = known.Concat(await CustomerDealings.OfAsync(db, now, anew.Keys)).ToDictionary();
        }
        page = new Page(
            FollowUpRules
                .WithoutEchoes([.. reasons.Values.SelectMany(r => r)])
                .ToDictionary(r => new FollowUps.FollowUpKey(r.Kind, r.SourceId)),
            dealings
        );
        madeFor = asked;
    }

    private static Dictionary<long, IReadOnlyList<FollowUpReason>> ByCustomer(IEnumerable<FollowUpReason> all) =>
        all.GroupBy(r => r.CustomerId).ToDictionary(g => g.Key, g => (IReadOnlyList<FollowUpReason>)[.. g]);

    /// <summary>Whom a change touched: whose order or vehicle it is now, and of whom a reason speaks of it.</summary>
    private async Task<HashSet<long>> CustomersOfAsync(ShopDb db, HashSet<Topic> since)
    {
        var (orders, vehicles, customers) = (KeysOf(TopicKind.Order), KeysOf(TopicKind.Vehicle), KeysOf(TopicKind.Customer));
        // An appointment may have been another's before.
        var moved = since.Any(t => t.Kind == TopicKind.Calendar);
        customers.UnionWith(reasons.Where(of => of.Value.Any(IsTouched)).Select(of => of.Key));
        var keys = orders.ToList();
        foreach (var order in await db.Orders.Where(o => keys.Contains(o.Id)).Select(o => new { o.CustomerId, o.VehicleId }).ToListAsync())
        {
            customers.UnionWith(order.CustomerId is { } customer ? [customer] : []);
            vehicles.UnionWith(order.VehicleId is { } vehicle ? [vehicle] : []);
        }
        keys = [.. vehicles];
        customers.UnionWith(await db.Vehicles.Where(v => keys.Contains(v.Id)).Select(v => v.CustomerId).ToListAsync());
        return customers;

        bool IsTouched(FollowUpReason reason) =>
            moved && reason.Kind == FollowUpKind.Missed
            || reason.OrderId is { } order && orders.Contains(order)
            || reason.VehicleId is { } vehicle && vehicles.Contains(vehicle);

        HashSet<long> KeysOf(TopicKind kind) => since.Where(t => t.Kind == kind).Select(t => t.Id).ToHashSet();
    }
}
