using Microsoft.EntityFrameworkCore;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Messaging;
using Yardstick.Data;

namespace Yardstick.Server.FollowUp;

/// <summary>What was done to follow a customer up, and what they did since, as far back as it counts.</summary>
internal sealed class CustomerDealings
{
    private const int LookBackDays = 400;
    private readonly List<FollowUpAct> acts = [];

    /// <summary>What was done, in the order in which it was read.</summary>
    internal IReadOnlyList<FollowUpAct> Acts => acts;

    /// <summary>When they last wrote, and what; null where they did not.</summary>
    internal (Instant At, string Body)? Heard { get; private set; }

    /// <summary>When their vehicle last came, or an appointment was last made for them.</summary>
    internal Instant? CameAt { get; private set; }

    /// <summary>Something was done besides: what comes after it in the same change knows of it.</summary>
    internal void Add(FollowUpAct act) => acts.Add(act);

    /// <summary>Reads them for customers.</summary>
    internal static async Task<Dictionary<long, CustomerDealings>> OfAsync(ShopDb db, Instant now, IEnumerable<long> customers)
    {
        var since = now - Duration.FromDays(LookBackDays);
        var all = new Dictionary<long, CustomerDealings>();
        foreach (var ids in customers.Distinct().Chunk(FollowUpReasons.AtATime))
        {
            foreach (var id in ids)
                all[id] = new CustomerDealings();
            foreach (var act in await db.FollowUpActs.Where(a => ids.Contains(a.CustomerId) && a.At >= since).AsNoTracking().ToListAsync())
                all[act.CustomerId].Add(act);
            foreach (
                var message in await db
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
            )
                all[message.Customer].Wrote(message.At, message.Body);
            foreach (
                var order in await db
                    .Orders.Where(o => o.CustomerId != null && ids.Contains(o.CustomerId.Value) && o.OpenedAt >= since)
                    .Select(o => new { Customer = o.CustomerId!.Value, At = o.OpenedAt })
                    .ToListAsync()
            )
                all[order.Customer].Came(order.At);
            foreach (
                var appointment in await db
                    .Appointments.Where(a => a.CustomerId != null && ids.Contains(a.CustomerId.Value) && a.MadeAt >= since)
                    .Select(a => new { Customer = a.CustomerId!.Value, At = a.MadeAt })
                    .ToListAsync()
            )
                all[appointment.Customer].Came(appointment.At);
        }
        return all;
    }

    private void Wrote(Instant at, string body)
    {
        if (Heard is not { } last || at >= last.At)
            Heard = (at, body);
    }

    private void Came(Instant at) => CameAt = CameAt is { } last && last > at ? last : at;
}
