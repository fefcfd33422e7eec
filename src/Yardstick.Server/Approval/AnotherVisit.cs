using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Floor;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Purchasing;
using Yardstick.Data;
using Yardstick.Server.Orders;
using Yardstick.Server.Pricing;

namespace Yardstick.Server.Approval;

/// <summary>
/// Work that was approved for another visit goes to that visit's order: the car's next one that is expected, or a new one. It goes with
/// its decision, the prices that the customer was told, and the parts that were ordered or came for it.
/// </summary>
internal static class AnotherVisit
{
    internal static async Task<Problem?> MoveAsync(OrderCommandContext under, long jobId, Answer answer)
    {
        var (db, order, actor) = (under.Command.Db, under.Order, under.Command.Actor);
        var job = order.FindJob(jobId);
        if (job.Problem is { } gone) return gone;
        if (job.Value.AnotherVisitOrderId is not null) return null;
        if (order.VehicleId is not { } vehicleId) return new Problem("order.noCar", "A sale over the counter has no other visit; defer it instead.");
        var nextId = await db.Orders.Where(o => o.VehicleId == vehicleId && o.Id != order.Id && o.State == OrderState.Open && o.Stage == Stage.Expected).OrderBy(o => o.Id).Select(o => o.Id).FirstOrDefaultAsync();
        var next = nextId == 0 ? await NewAsync(under, vehicleId) : (await db.LoadOrderAsync(nextId))!;
        var copy = job.Value.ForAnotherVisit(order);
        if (next.AddJob(copy, actor).Problem is { } problem) return problem;
        await db.SaveChangesAsync();
        await MovePartsAsync(under, job.Value, copy, next.Id);
        var policy = next.PolicyVersionId == order.PolicyVersionId ? under.Policy : await db.PolicyAsync(next.PolicyVersionId);
        var decided = next.Decide(copy.Id, new Answer(DecisionKind.Approved, answer.DecidedBy, answer.Channel, $"Agreed to on order {order.Number}. {answer.Note}".Trim()) { ShownId = answer.ShownId },
            (o, include) => OrderPricing.Price(o, under.Customer, policy, include, under.Today), actor);
        if (decided.Problem is { } refused) return refused;
        job.Value.AnotherVisitOrderId = next.Id;
        await OrderCommands.SettleAsync(under with { Order = next, Policy = policy });
        await db.SaveChangesAsync();
        db.AddRecord(next);
        return null;
    }

    private static async Task<Order> NewAsync(OrderCommandContext under, long vehicleId)
    {
        var (db, from) = (under.Command.Db, under.Order);
        var next = new Order
        {
            CustomerId = from.CustomerId,
            VehicleId = vehicleId,
            WriterId = from.WriterId,
            OpenedAt = under.Command.Actor.At,
            StageSince = under.Command.Actor.At,
            Stage = Stage.Expected,
            PolicyVersionId = from.PolicyVersionId,
            ContactId = from.ContactId,
            SiteId = from.SiteId,
            Title = $"From order {from.Number}",
            Number = await db.NextNumberAsync(Counter.Orders),
        };
        db.Orders.Add(next);
        await db.SaveChangesAsync();
        return next;
    }

    /// <summary>Ordered parts come for the other visit now; what came already waits for it.</summary>
    private static async Task MovePartsAsync(OrderCommandContext under, Job from, Job to, long nextId)
    {
        var db = under.Command.Db;
        var lines = from.OnLines.Zip(to.OnLines, (was, now) => (was, now)).ToDictionary(p => p.was.Id, p => p);
        foreach (var ordered in await db.PurchaseOrderLines.Where(l => l.OrderId == under.Order.Id).ToListAsync())
            if (lines.TryGetValue(ordered.LineId, out var pair)) (ordered.LineId, ordered.OrderId) = (pair.now.Id, nextId);
        foreach (var (was, now) in lines.Values)
        {
            (now.ReceivedQuantity, was.ReceivedQuantity) = (was.ReceivedQuantity, 0);
            (now.ReservedQuantity, was.ReservedQuantity) = (was.ReservedQuantity, 0);
        }
        await db.SaveChangesAsync();
    }
}
