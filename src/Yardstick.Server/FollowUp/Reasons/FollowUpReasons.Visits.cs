using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Billing;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Orders;
using Yardstick.Core.Schedule;
using Yardstick.Core.Values;

namespace Yardstick.Server.FollowUp;

/// <summary>Reasons from visits: estimates without an answer, appointments missed, thanks, and who was not seen for a while.</summary>
internal sealed partial class FollowUpReasons
{
    private async Task<List<FollowUpReason>> EstimatesAsync()
    {
        var open = db.Orders.Where(o => o.State == OrderState.Open && o.CustomerId != null);
        if (orders is not null)
            open = open.Where(o => orders.Contains(o.Id));
        var rows = await (
            from o in open
            join j in db.Jobs.Where(j => j.RemovedAt == null && j.Decision == DecisionKind.Proposed) on o.Id equals j.OrderId
            select new
            {
                o.Id,
                o.Number,
                o.CustomerId,
                o.VehicleId,
                j.Title,
                j.Subtotal,
            }
        ).ToListAsync();
        var sent = new Dictionary<long, Instant>();
        foreach (var ids in rows.Select(r => r.Id).Distinct().Chunk(AtATime))
        foreach (
            var link in await db
                .ApprovalLinks.Where(l => ids.Contains(l.OrderId) && l.AnsweredAt == null && l.WithdrawnAt == null)
                .Select(l => new { l.OrderId, l.SentAt })
                .ToListAsync()
        )
            sent[link.OrderId] = Instant.Max(link.SentAt, sent.GetValueOrDefault(link.OrderId, link.SentAt));
        return
        [
            .. rows.Where(r => sent.ContainsKey(r.Id))
                .GroupBy(r => r.Id)
                .Select(g =>
                {
                    var at = shop.Local(sent[g.Key]);
                    return new FollowUpReason
                    {
                        Kind = FollowUpKind.Estimate,
                        SourceId = g.Key,
                        CustomerId = g.First().CustomerId!.Value,
                        VehicleId = g.First().VehicleId,
                        OrderId = g.Key,
                        Title = string.Join(", ", g.Select(r => r.Title)),
                        On = at.Date.PlusDays(FollowUpRules.EstimateDays),
                        Why = Invariant($"estimate {g.First().Number} sent {at:MMM d}, not answered"),
                        Worth = new Money(g.Sum(r => r.Subtotal.Cents)),
                    };
                })
                .Where(r => FollowUpRules.IsShown(r.On, today)),
        ];
    }

    private async Task<List<FollowUpReason>> MissedAsync()
    {
        var (from, until) = (From.AtMidnight(), today.PlusDays(1).AtMidnight());
        var ids = await (
            customers is null
                ? db.Appointments.Where(a =>
                    a.Start >= from && a.Start < until && a.State == AppointmentState.Missed && a.CustomerId != null
                )
                : db.Appointments.Where(a => a.CustomerId != null && customers.Contains(a.CustomerId.Value))
        )
            .Select(a => a.Id)
            .ToListAsync();
        var missed = await db
            .Appointments.Include(a => a.Services)
            .Where(a => ids.Contains(a.Id))
            .Where(a => !db.Orders.Any(o => o.CustomerId == a.CustomerId && o.OpenedAt > a.MadeAt))
            .AsNoTracking()
            .ToListAsync();
        missed.RemoveAll(a => a.State != AppointmentState.Missed || a.Start < from || a.Start >= until);
        return missed.ConvertAll(a => new FollowUpReason
        {
            Kind = FollowUpKind.Missed,
            SourceId = a.Id,
            CustomerId = a.CustomerId!.Value,
            VehicleId = a.VehicleId,
            OrderId = a.OrderId,
            Title = a.Title,
            On = a.Start.Date.PlusDays(1),
            Why = Invariant($"missed {a.Start:MMM d} at {a.Start.Clock()}{(a.Reason.Length > 0 ? $": {a.Reason}" : "")}"),
        });
    }

    /// <summary>Customers' invoices that were posted between two days, with the vehicle that was here.</summary>
    private async Task<List<(long OrderId, long Number, long CustomerId, long VehicleId, Instant PostedAt)>> PostedAsync(
        LocalDate from,
        LocalDate to
    )
    {
        var (after, before) = (At(from), At(to.PlusDays(1)));
        var posted = db.Invoices.Where(i => i.Kind == InvoiceKind.Invoice && i.Payer == Payer.Customer);
        var invoices = await (
            orders is null ? posted.Where(i => i.PostedAt >= after && i.PostedAt < before) : posted.Where(i => orders.Contains(i.OrderId))
        )
            .Select(i => new
            {
                i.OrderId,
                i.Number,
                i.PostedAt,
                i.CustomerId,
            })
            .ToListAsync();
        invoices.RemoveAll(i => i.PostedAt < after || i.PostedAt >= before);
        var owned = await OwnedAsync(invoices.Select(i => i.OrderId), [OrderState.Posted]);
        var latest = new Dictionary<long, Instant>();
        foreach (var ids in owned.Values.Select(o => o.VehicleId).Distinct().Chunk(AtATime))
        foreach (
            var visit in await db
                .Orders.Where(o => o.VehicleId != null && ids.Contains(o.VehicleId.Value))
                .Select(o => new { VehicleId = o.VehicleId!.Value, o.OpenedAt })
                .ToListAsync()
        )
            latest[visit.VehicleId] = Instant.Max(visit.OpenedAt, latest.GetValueOrDefault(visit.VehicleId, visit.OpenedAt));
        return
        [
            .. invoices
                .Where(i => owned.TryGetValue(i.OrderId, out var o) && latest[o.VehicleId] <= o.OpenedAt)
                .DistinctBy(i => i.OrderId)
                .Select(i => (i.OrderId, i.Number, owned[i.OrderId].CustomerId, owned[i.OrderId].VehicleId, i.PostedAt)),
        ];
    }

    private async Task<List<FollowUpReason>> ThanksAsync() =>
        (await PostedAsync(today.PlusDays(-shop.ThanksAfterDays - ThanksWithinDays), today.PlusDays(-shop.ThanksAfterDays))).ConvertAll(
            p => new FollowUpReason
            {
                Kind = FollowUpKind.Thanks,
                SourceId = p.OrderId,
                CustomerId = p.CustomerId,
                VehicleId = p.VehicleId,
                OrderId = p.OrderId,
                Title = "Thanks for the visit",
                On = shop.Local(p.PostedAt).Date.PlusDays(shop.ThanksAfterDays),
                Why = Invariant($"invoice {p.Number} of {shop.Local(p.PostedAt):MMM d}"),
            }
        );

    private async Task<List<FollowUpReason>> AwayAsync() =>
        (await PostedAsync(From.PlusMonths(-shop.AwayMonths), To.PlusMonths(-shop.AwayMonths)))
            .GroupBy(p => p.VehicleId)
            .Select(g => g.MaxBy(p => p.PostedAt))
            .Select(p => new FollowUpReason
            {
                Kind = FollowUpKind.Away,
                SourceId = p.VehicleId,
                CustomerId = p.CustomerId,
                VehicleId = p.VehicleId,
                OrderId = p.OrderId,
                Title = "Not seen for a while",
                On = shop.Local(p.PostedAt).Date.PlusMonths(shop.AwayMonths),
                Why = Invariant($"last here {shop.Local(p.PostedAt):MMM d, yyyy}"),
            })
            .ToList();
}
