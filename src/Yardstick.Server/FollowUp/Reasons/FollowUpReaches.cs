using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Customers;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Messaging;
using Yardstick.Core.Orders;
using Yardstick.Core.Schedule;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Messaging;

namespace Yardstick.Server.FollowUp;

/// <summary>How the customers of follow-ups are reached, what they did, and what was tried.</summary>
internal sealed class FollowUpReaches
{
    private const int LookBackDays = 400;
    private readonly Dictionary<long, Customer> customers = [];
    private readonly HashSet<string> refused = [];
    private readonly Dictionary<long, (Instant At, string Body)> heard = [];
    private readonly Dictionary<long, Instant> came = [];
    private readonly Dictionary<long, LocalDateTime> comes = [];
    private readonly Dictionary<long, long> here = [];
    private readonly Dictionary<(FollowUpKind, long), List<FollowUpAct>> acts = [];
    private readonly Dictionary<long, HashSet<long?>> written = [];
    private readonly Instant countedFrom;

    private FollowUpReaches(Instant now) => countedFrom = now - Duration.FromDays(FollowUpRules.CountedDays);

    /// <summary>Customers by key.</summary>
    internal IReadOnlyDictionary<long, Customer> Customers => customers;

    /// <summary>What was done about a reason, the latest first.</summary>
    internal IEnumerable<FollowUpAct> ActsOf(FollowUpReason reason) =>
        acts.GetValueOrDefault((reason.Kind, reason.SourceId), []).OrderByDescending(a => a.At).ThenByDescending(a => a.Id);

    /// <summary>Something was done besides: what comes after it in the same change knows of it.</summary>
    internal void Add(FollowUpAct act)
    {
        if (!acts.TryGetValue((act.Kind, act.SourceId), out var of))
            acts[(act.Kind, act.SourceId)] = of = [];
        of.Add(act);
        if (act.What != FollowUpActKind.Messaged || act.At < countedFrom)
            return;
        if (!written.TryGetValue(act.CustomerId, out var messages))
            written[act.CustomerId] = messages = [];
        messages.Add(act.MessageId);
    }

    /// <summary>Reads them for reasons.</summary>
    internal static async Task<FollowUpReaches> OfAsync(ShopDb db, Shop shop, Instant now, IReadOnlyCollection<FollowUpReason> reasons)
    {
        var all = new FollowUpReaches(now);
        var since = now - Duration.FromDays(LookBackDays);
        foreach (var ids in reasons.Select(r => r.CustomerId).Distinct().Chunk(FollowUpReasons.AtATime))
        {
            await all.CustomersAsync(db, ids, since);
            foreach (var act in await db.FollowUpActs.Where(a => ids.Contains(a.CustomerId) && a.At >= since).AsNoTracking().ToListAsync())
                all.Add(act);
        }
        foreach (var ids in reasons.Select(r => r.VehicleId).OfType<long>().Distinct().Chunk(FollowUpReasons.AtATime))
            await all.VehiclesAsync(db, ids, shop.Local(now));
        return all;
    }

    private async Task CustomersAsync(ShopDb db, long[] ids, Instant since)
    {
        foreach (
            var customer in await db
                .Customers.Include(c => c.Phones)
                .Include(c => c.Emails)
                .Where(c => ids.Contains(c.Id))
                .AsSplitQuery()
                .AsNoTracking()
                .ToListAsync()
        )
            customers[customer.Id] = customer;
        var addresses = ids.Where(customers.ContainsKey)
            .SelectMany(id => customers[id].Phones.Select(p => p.Number).Concat(customers[id].Emails.Select(e => e.Address)))
            .Distinct();
        foreach (var some in addresses.Chunk(FollowUpReasons.AtATime))
            refused.UnionWith(await MessageComposer.RefusedAmongAsync(db, some));
        foreach (
            var of in (
                await db
                    .Messages.Where(m =>
                        m.CustomerId != null && ids.Contains(m.CustomerId.Value) && m.State == MessageState.Received && m.At >= since
                    )
                    .Select(m => new
                    {
                        Customer = m.CustomerId!.Value,
                        m.At,
                        m.Body,
                    })
                    .ToListAsync()
            ).GroupBy(m => m.Customer)
        )
            heard[of.Key] = of.OrderBy(m => m.At).Select(m => (m.At, m.Body)).Last();
        foreach (
            var of in (
                await db
                    .Orders.Where(o => o.CustomerId != null && ids.Contains(o.CustomerId.Value) && o.OpenedAt >= since)
                    .Select(o => new { Customer = o.CustomerId!.Value, At = o.OpenedAt })
                    .ToListAsync()
            )
                .Concat(
                    await db
                        .Appointments.Where(a => a.CustomerId != null && ids.Contains(a.CustomerId.Value) && a.MadeAt >= since)
                        .Select(a => new { Customer = a.CustomerId!.Value, At = a.MadeAt })
                        .ToListAsync()
                )
                .GroupBy(o => o.Customer)
        )
            came[of.Key] = of.Max(o => o.At);
    }

    private async Task VehiclesAsync(ShopDb db, long[] ids, LocalDateTime localNow)
    {
        foreach (
            var to in await db
                .Appointments.Where(Appointment.ToCome)
                .Where(a => a.VehicleId != null && ids.Contains(a.VehicleId.Value) && a.Start >= localNow)
                .OrderByDescending(a => a.Start)
                .Select(a => new { Vehicle = a.VehicleId!.Value, a.Start })
                .ToListAsync()
        )
            comes[to.Vehicle] = to.Start;
        foreach (
            var open in await db
                .Orders.Where(o => o.State == OrderState.Open && o.VehicleId != null && ids.Contains(o.VehicleId.Value))
                .Select(o => new { Vehicle = o.VehicleId!.Value, o.Number })
                .ToListAsync()
        )
            here[open.Vehicle] = open.Number;
    }

    /// <summary>How the customer of a reason is reached, and what they did.</summary>
    internal CustomerReach Of(FollowUpReason reason)
    {
        var customer = customers.GetValueOrDefault(reason.CustomerId);
        var to = customer?.WrittenTo(refused);
        var (at, body) = heard.GetValueOrDefault(reason.CustomerId);
        return new CustomerReach
        {
            Channel = to?.Channel,
            Address = to?.Address ?? "",
            Phone = customer?.Phones.OrderBy(p => p.Id).FirstOrDefault()?.Number ?? "",
            Refuses = to is null && customer is { } known && known.Phones.Count + known.Emails.Count > 0,
            IsNotServed = customer is { DoNotServe.Length: > 0 } or { ErasedAt: not null },
            HeardAt = body is null ? null : at,
            Heard = body ?? "",
            CameAt = came.TryGetValue(reason.CustomerId, out var when) ? when : null,
            ComesAt = reason.VehicleId is { } v && comes.TryGetValue(v, out var start) ? start : null,
            HereOn = reason.VehicleId is { } car && here.TryGetValue(car, out var number) ? number : null,
            Written = written.GetValueOrDefault(reason.CustomerId)?.Count ?? 0,
        };
    }
}
