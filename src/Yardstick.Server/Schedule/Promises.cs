using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Floor;
using Yardstick.Core.Orders;
using Yardstick.Core.Schedule;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Schedule;

/// <summary>The earliest honest promise of an order, by all that is planned.</summary>
public static class Promises
{
    /// <summary>What could be promised for an order.</summary>
    /// <param name="PromisedAt">Wall time; null where its work has no place, or there is none.</param>
    /// <param name="Why">What decides it.</param>
    /// <param name="Holds">What is promised now is no earlier than that; true where nothing is promised.</param>
    public sealed record OrderPromise(LocalDateTime? PromisedAt, string Why, bool Holds);

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet("/orders/{id:long}/promise", HandleAsync).Asks(Permission.SeeOrders).Produces<OrderPromise>().ProducesProblem(404);

    /// <summary>Planned once for all who look at the order at about the same time.</summary>
    private static async Task<IResult> HandleAsync(long id, ShopDb db, OrderMemory memory, TimeProvider time, [FromQuery] long[] without) =>
        await OfAsync(id, db, memory, time, without) is { } promise ? Results.Ok(promise) : Problems.Of(Gone.Order);

    /// <summary>What could be promised for an order; null where there is no such order.</summary>
    /// <param name="id">The order.</param>
    /// <param name="db">The database.</param>
    /// <param name="memory">What was worked out of the order lately.</param>
    /// <param name="time">The clock.</param>
    /// <param name="without">Jobs that are left out of what is offered.</param>
    internal static Task<OrderPromise?> OfAsync(
        long id,
        ShopDb db,
        OrderMemory memory,
        TimeProvider time,
        IReadOnlyCollection<long>? without = null
    )
    {
        var left = (without ?? []).Distinct().Order().ToList();
        return memory.GetAsync(id, $"promise {string.Join(' ', left.Select(ShopPlan.KeyOf))}", about =>
            OfOrderAsync(id, db, about, time.Now(), left)
        );
    }

    private static async Task<OrderPromise?> OfOrderAsync(
        long id,
        ShopDb db,
        OrderMemory.Entry about,
        Instant utcNow,
        IReadOnlyList<long> without
    )
    {
        if (await db.ReadOrderAsync(id) is not { } order)
            return null;
        about.IsOf(order.CustomerId, order.VehicleId);
        var plan = await ReadAsync(db, utcNow);
        var asked = plan.OrderOf(order, offered: true).Without(without.Select(ShopPlan.KeyOf));
        if (order.State != OrderState.Open || order.Stage >= Stage.Done || asked.Jobs.Count == 0)
            return new OrderPromise(null, "There is no work left to plan.", true);
        return Honest(plan, asked) is { } honest
            ? new OrderPromise(honest.PromisedAt, honest.Why, order.PromisedAt is not { } promised || promised >= honest.PromisedAt)
            : new OrderPromise(null, "Nobody has time for this work in the next four weeks.", order.PromisedAt is null);
    }

    /// <summary>The earliest honest promise; null where the work has no place.</summary>
    /// <param name="plan">What the shop has to do.</param>
    /// <param name="order">The order.</param>
    internal static HonestPromise? Honest(ShopPlan plan, PlanOrder order) =>
        plan.Technicians.Count == 0 ? null : HonestPromise.Of(new WorkPlanner().Plan(plan.CaseOf(order)), plan.Shop, plan.Technicians);

    /// <summary>Appointments that are to come; one whose order has its jobs is planned by them.</summary>
    /// <param name="db">The database.</param>
    /// <param name="now">Wall time.</param>
    /// <param name="orders">Open orders with their jobs.</param>
    internal static async Task<IReadOnlyList<Appointment>> AppointmentsAsync(ShopDb db, LocalDateTime now, List<Order> orders) =>
        [
            .. (
                await db
                    .Appointments.AsNoTracking()
                    .Include(a => a.Services)
                    .Where(Appointment.ToCome)
                    .Where(a => a.Start >= now)
                    .OrderBy(a => a.Start)
                    .ThenBy(a => a.Id)
                    .ToListAsync()
            ).Where(a => !orders.Exists(o => o.Id == a.OrderId && o.OnJobs.Any())),
        ];

    /// <summary>What the shop has to do, as the plan needs it.</summary>
    internal static async Task<ShopPlan> ReadAsync(ShopDb db, Instant utcNow)
    {
        var shop = await db.Shops.AsNoTracking().SingleAsync();
        var today = shop.Local(utcNow).Date;
        var orders = await db
            .Orders.Where(o => o.State == OrderState.Open && o.Stage < Stage.Done && o.VehicleId != null)
            .Include(o => o.Jobs)
                .ThenInclude(j => j.Lines)
            .AsNoTrackingWithIdentityResolution()
            .AsSplitQuery()
            .ToListAsync();
        var ids = orders.ConvertAll(o => o.Id);
        var purchaseIds = await db
            .PurchaseOrderLines.Where(l => l.OrderId != null && ids.Contains(l.OrderId.Value))
            .Select(l => l.PurchaseOrderId)
            .Distinct()
            .ToListAsync();
        return new ShopPlan
        {
            Shop = shop,
            UtcNow = utcNow,
            Technicians = await db.Staff.AsNoTracking().Where(s => s.Active && s.Role == Role.Technician).OrderBy(s => s.Id).ToListAsync(),
            Absences = await db.Absences.AsNoTracking().Where(a => a.RemovedAt == null && a.Until >= today.PlusDays(-1)).ToListAsync(),
            Bays = await db.Bays.AsNoTracking().Where(b => b.RetiredAt == null).OrderBy(b => b.Id).ToListAsync(),
            Orders = [.. orders.OrderBy(o => o.Id)],
            Appointments = await AppointmentsAsync(db, shop.Local(utcNow), orders),
            Planned = await db.PlannedWork.AsNoTracking().Where(p => ids.Contains(p.OrderId)).OrderBy(p => p.Id).ToListAsync(),
            Times = await db.TimeEntries.AsNoTracking().Where(t => ids.Contains(t.OrderId)).OrderBy(t => t.Id).ToListAsync(),
            Purchases = await db
                .PurchaseOrders.AsNoTracking()
                .Include(p => p.Lines)
                .Where(p => purchaseIds.Contains(p.Id))
                .OrderBy(p => p.Id)
                .ToListAsync(),
        };
    }
}
