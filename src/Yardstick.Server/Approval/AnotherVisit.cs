using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Floor;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Schedule;
using Yardstick.Data;
using Yardstick.Server.Orders;
using Yardstick.Server.Pricing;
using Yardstick.Server.Schedule;

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
        if (job.Problem is { } gone)
            return gone;
        if (job.Value.AnotherVisitOrderId is not null)
            return null;
        var nextId = await db
            .Orders.Where(o =>
                o.VehicleId == order.VehicleId
                && o.Id != order.Id
                && o.State == OrderState.Open
                && o.Stage == Stage.Expected
                && order.VehicleId != null
            )
            .OrderBy(o => o.Id)
            .Select(o => o.Id)
            .FirstOrDefaultAsync();
        var next = nextId == 0 ? await NewAsync(under) : (await db.LoadOrderAsync(nextId))!;
        var moved = order.MoveJobTo(jobId, next, actor);
        if (moved.Problem is { } problem)
            return problem;
        var copy = moved.Value;
        await db.SaveChangesAsync();
        order.HandPartsTo(jobId, copy, next, await db.PurchaseOrderLines.Where(l => l.OrderId == order.Id).ToListAsync(), actor);
        await db.SaveChangesAsync();
        var policy = next.PolicyVersionId == order.PolicyVersionId ? under.Policy : await db.PolicyAsync(next.PolicyVersionId);
        var decided = next.Decide(
            copy.Id,
            new Answer(
                DecisionKind.Approved,
                answer.DecidedBy,
                answer.Channel,
                $"Approved on repair order {order.Number}. {answer.Note}".Trim()
            )
            {
                ShownId = answer.ShownId,
            },
            (o, include) => OrderPricing.Price(o, under.Customer, policy, include, under.Today),
            actor
        );
        if (decided.Problem is { } refused)
            return refused;
        await OrderCommands.SettleAsync(under with { Order = next, Policy = policy });
        await db.SaveChangesAsync();
        db.AddRecord(next);
        return null;
    }

    /// <summary>An appointment that the vehicle has is for that order from now on, and the order is expected at its time.</summary>
    private static async Task GoWithAppointmentAsync(OrderCommandContext under, Order next)
    {
        var db = under.Command.Db;
        var appointment = await db
            .Appointments.Include(a => a.Services)
            .Where(Appointment.ToCome)
            .Where(a => a.VehicleId == next.VehicleId && next.VehicleId != null && a.OrderId == null)
            .OrderBy(a => a.Start)
            .FirstOrDefaultAsync();
        if (appointment is null)
            return;
        appointment.IsForOrder(next.Id);
        await under.Command.FollowAsync(appointment);
    }

    private static async Task<Order> NewAsync(OrderCommandContext under)
    {
        var db = under.Command.Db;
        var next = under.Order.ForAnotherVisit(await db.NextNumberAsync(Counter.Orders), under.Command.Actor);
        db.Orders.Add(next);
        await db.SaveChangesAsync();
        await GoWithAppointmentAsync(under, next);
        return next;
    }
}
