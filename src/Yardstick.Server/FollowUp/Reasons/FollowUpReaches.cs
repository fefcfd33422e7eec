using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Customers;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Orders;
using Yardstick.Core.Schedule;
using Yardstick.Core.Setup;
using Yardstick.Data;
using Yardstick.Server.Messaging;

namespace Yardstick.Server.FollowUp;

/// <summary>How the customers of follow-ups are reached, what they did, and what was tried.</summary>
internal sealed class FollowUpReaches
{
    private readonly IReadOnlyDictionary<long, CustomerDealings> dealings;
    private readonly Dictionary<long, Customer> customers = [];
    private readonly HashSet<string> refused = [];
    private readonly Dictionary<long, LocalDateTime> comes = [];
    private readonly Dictionary<long, long> here = [];
    private readonly Instant countedFrom;

    private FollowUpReaches(IReadOnlyDictionary<long, CustomerDealings> dealings, Instant now) =>
        (this.dealings, countedFrom) = (dealings, now - Duration.FromDays(FollowUpRules.CountedDays));

    /// <summary>Customers by key, those that were read.</summary>
    internal IReadOnlyDictionary<long, Customer> Customers => customers;

    /// <summary>What was done about a reason, the latest first.</summary>
    internal IEnumerable<FollowUpAct> ActsOf(FollowUpReason reason) =>
        dealings.TryGetValue(reason.CustomerId, out var of)
            ? of
                .Acts.Where(a => a.Kind == reason.Kind && a.SourceId == reason.SourceId)
                .OrderByDescending(a => a.At)
                .ThenByDescending(a => a.Id)
            : [];

    /// <summary>Something was done besides: what comes after it in the same change knows of it.</summary>
    internal void Add(FollowUpAct act) => dealings[act.CustomerId].Add(act);

    /// <summary>Reads them for reasons.</summary>
    internal static async Task<FollowUpReaches> OfAsync(ShopDb db, Shop shop, Instant now, IReadOnlyCollection<FollowUpReason> reasons)
    {
        var ids = reasons.Select(r => r.CustomerId).Distinct().ToList();
        var all = await WithAsync(db, shop, now, await CustomerDealings.OfAsync(db, now, ids));
        await all.ReadCustomersAsync(db, ids);
        return all;
    }

    /// <summary>The same from dealings that are known; how anybody is reached is read where it is asked for.</summary>
    internal static async Task<FollowUpReaches> WithAsync(
        ShopDb db,
        Shop shop,
        Instant now,
        IReadOnlyDictionary<long, CustomerDealings> dealings
    )
    {
        var (all, localNow) = (new FollowUpReaches(dealings, now), shop.Local(now));
        foreach (
            var to in await db
                .Appointments.Where(Appointment.ToCome)
                .Where(a => a.VehicleId != null && a.Start >= localNow)
                .OrderByDescending(a => a.Start)
                .Select(a => new { Vehicle = a.VehicleId!.Value, a.Start })
                .ToListAsync()
        )
            all.comes[to.Vehicle] = to.Start;
        foreach (
            var open in await db
                .Orders.Where(o => o.State == OrderState.Open && o.VehicleId != null)
                .Select(o => new { Vehicle = o.VehicleId!.Value, o.Number })
                .ToListAsync()
        )
            all.here[open.Vehicle] = open.Number;
        return all;
    }

    /// <summary>Reads how some customers are reached.</summary>
    internal async Task ReadCustomersAsync(ShopDb db, IEnumerable<long> some)
    {
        foreach (var ids in some.Distinct().Chunk(FollowUpReasons.AtATime))
        {
            var read = await db
                .Customers.Include(c => c.Phones)
                .Include(c => c.Emails)
                .Where(c => ids.Contains(c.Id))
                .AsSplitQuery()
                .AsNoTracking()
                .ToListAsync();
            foreach (var customer in read)
                customers[customer.Id] = customer;
            var addresses = read.SelectMany(c => c.Phones.Select(p => p.Number).Concat(c.Emails.Select(e => e.Address)));
            foreach (var part in addresses.Distinct().Chunk(FollowUpReasons.AtATime))
                refused.UnionWith(await MessageComposer.RefusedAmongAsync(db, part));
        }
    }

    /// <summary>How the customer of a reason is reached, and what they did.</summary>
    internal CustomerReach Of(FollowUpReason reason)
    {
        var customer = customers.GetValueOrDefault(reason.CustomerId);
        var to = customer?.WrittenTo(refused);
        var of = dealings.GetValueOrDefault(reason.CustomerId);
        return new CustomerReach
        {
            Channel = to?.Channel,
            Address = to?.Address ?? "",
            Phone = customer?.Phones.OrderBy(p => p.Id).FirstOrDefault()?.Number ?? "",
            Refuses = to is null && customer is { } known && known.Phones.Count + known.Emails.Count > 0,
            IsNotServed = customer is { DoNotServe.Length: > 0 } or { ErasedAt: not null },
            HeardAt = of?.Heard?.At,
            Heard = of?.Heard?.Body ?? "",
            CameAt = of?.CameAt,
            ComesAt = reason.VehicleId is { } v && comes.TryGetValue(v, out var start) ? start : null,
            HereOn = reason.VehicleId is { } car && here.TryGetValue(car, out var number) ? number : null,
            Written = of?.Acts.Where(a => a.What == FollowUpActKind.Messaged && a.At >= countedFrom)
                .Select(a => a.MessageId)
                .Distinct()
                .Count()
                ?? 0,
        };
    }
}
