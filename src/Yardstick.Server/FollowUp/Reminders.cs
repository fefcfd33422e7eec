using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Orders;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Data.FollowUp;
using Yardstick.Server.Changes;
using Yardstick.Server.Customers;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.FollowUp;

/// <summary>Reminders on a vehicle: set, done elsewhere, taken off; reset by the invoice that did the work.</summary>
public static class Reminders
{
    /// <summary>A reminder.</summary>
    /// <param name="Id">Key.</param>
    /// <param name="Title">What is to be done.</param>
    /// <param name="Interval">How often, in words.</param>
    /// <param name="DueOn">When it is due next; null where that can't be told.</param>
    /// <param name="State">Whether the time has come.</param>
    /// <param name="Sentence">Last and next time in words.</param>
    /// <param name="LastOrderId">The order that did it last.</param>
    public sealed record ReminderView(
        long Id,
        string Title,
        string Interval,
        LocalDate? DueOn,
        DueState State,
        string Sentence,
        long? LastOrderId
    );

    /// <summary>The day and reading at which it was done, as typed; an empty day is today.</summary>
    public sealed record ReminderDoneRequest(string? On, string? Reading);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/vehicles/{id:long}/reminders", ListAsync).Asks(Permission.Find).Produces<IReadOnlyList<ReminderView>>();
        api.MapPost("/vehicles/{id:long}/reminders", Add).Asks(Permission.WriteUp).Produces<RecordChanged>().ProducesProblem(422);
        api.MapPost("/reminders/{id:long}/done", Done).Asks(Permission.WriteUp).Produces<RecordChanged>().ProducesProblem(422);
        api.MapDelete("/reminders/{id:long}", (long id, CommandRunner commands) => Switch(id, off: true, commands))
            .Asks(Permission.WriteUp)
            .Produces<RecordChanged>()
            .ProducesProblem(422);
        api.MapPost("/reminders/{id:long}/restore", (long id, CommandRunner commands) => Switch(id, off: false, commands))
            .Asks(Permission.WriteUp)
            .Produces<RecordChanged>()
            .ProducesProblem(422);
    }

    private static async Task<IResult> ListAsync(long id, ShopDb db, TimeProvider time)
    {
        var shop = await db.Shops.SingleAsync();
        var use = await db.UseOfAsync(id, shop, time.Now());
        var reminders = await db.Reminders.Where(r => r.VehicleId == id && r.RemovedAt == null).ToListAsync();
        return Results.Ok(
            reminders
                .Select(r => (Reminder: r, Due: Due.Of(r, use)))
                .OrderBy(x => x.Due.On ?? LocalDate.MaxIsoValue)
                .Select(x => new ReminderView(
                    x.Reminder.Id,
                    x.Reminder.Title,
                    x.Reminder.Interval(shop.DistanceWord),
                    x.Due.On,
                    x.Due.State,
                    x.Reminder.Standing(use, shop.DistanceWord),
                    x.Reminder.Last?.OrderId
                ))
                .ToList()
        );
    }

    private static Task<IResult> Add(long id, ReminderInput request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var db = work.Db;
            if (await db.Vehicles.FindAsync(id) is not { MergedIntoId: null } vehicle)
                return Gone.MergedVehicle;
            var shop = await db.Shops.SingleAsync();
            var use = await db.UseOfAsync(id, shop, work.Actor.At);
            var made = await MakeAsync(db, id, request, use, shop);
            if (made.Problem is { } problem)
                return problem;
            var reminder = made.Value;
            await db.SaveChangesAsync();
            work.Record(
                RecordCommands.Vehicle,
                id,
                vehicle.Version,
                new FieldChange("reminder", "", $"{reminder.Title}, {reminder.Interval(shop.DistanceWord)}")
            );
            return new RecordChanged(reminder.Id, reminder.Version);
        });

    internal static async Task<Result<Reminder>> MakeAsync(ShopDb db, long vehicleId, ReminderInput typed, CarUse use, Shop shop)
    {
        var made = Reminder.Create(vehicleId, typed, use.Today, use.Reading);
        if (made.Problem is { } problem)
            return problem;
        var reminder = made.Value;
        reminder.Find(await db.OfferedCannedJobs.ToListAsync());
        if (reminder.CannedJobId is { } canned && !await db.CannedJobs.AnyAsync(c => c.Id == canned))
            return new Problem("cannedJob.gone", "This canned job no longer exists. Reload the page.", "cannedJobId");
        var taken = await db.Reminders.AnyAsync(r => r.VehicleId == vehicleId && r.RemovedAt == null && r.Title == reminder.Title);
        if (reminder.Twice(taken) is { } twice)
            return twice;
        db.Reminders.Add(reminder);
        // Where the work was done here before, it counts from then.
        var before = await db
            .Orders.Include(o => o.Jobs)
            .Where(o => o.VehicleId == vehicleId && o.State == OrderState.Posted)
            .OrderByDescending(o => o.PostedAt)
            .ToListAsync();
        if (before.Find(o => o.ApprovedJobs.Any(reminder.IsDoneBy)) is { } last)
            reminder.Done(shop.Local(last.PostedAt ?? last.OpenedAt).Date, last.OdometerOut ?? last.OdometerIn, last.Id);
        return reminder;
    }

    /// <summary>Services that are told with the invoice come again by reminders; a vehicle has each once.</summary>
    /// <returns>What one of them lacks; null where all are kept.</returns>
    internal static async Task<Problem?> KeepAsync(ShopDb db, OrderCommandContext under, IEnumerable<ReminderInput> services)
    {
        if (under.Order.VehicleId is not { } vehicleId)
            return null;
        var use = await db.UseOfAsync(vehicleId, under.Shop, under.Command.Actor.At);
        foreach (var service in services)
        {
            if (await MakeAsync(db, vehicleId, service, use, under.Shop) is { Problem: { Code: not "reminder.twice" } problem })
                return problem;
            await db.SaveChangesAsync();
        }
        return null;
    }

    /// <summary>What comes next for an order's vehicle.</summary>
    internal static async Task<IReadOnlyList<NextWork>> NextWorkAsync(this ShopDb db, Order order, Shop shop, Instant now)
    {
        if (order.VehicleId is not { } vehicleId)
            return [];
        var findings = await db.Findings.Where(f => f.OrderId == order.Id).ToListAsync();
        var reminders = await db.Reminders.Where(r => r.VehicleId == vehicleId && r.RemovedAt == null).ToListAsync();
        return NextWorks.Of(order, findings, reminders, await db.UseOfAsync(vehicleId, shop, now));
    }

    private static Task<IResult> Done(long id, ReminderDoneRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var shop = await work.Db.Shops.SingleAsync();
            if (await work.Db.Reminders.FirstOrDefaultAsync(r => r.Id == id && r.RemovedAt == null) is not { } reminder)
                return new Problem("reminder.gone", "This reminder was removed. Reload the page.");
            var done = reminder.DoneOn(request.On, request.Reading, shop.Local(work.Actor.At));
            if (done.Problem is { } problem)
                return problem;
            return new RecordChanged(id, reminder.Version);
        });

    private static Task<IResult> Switch(long id, bool off, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.Reminders.FirstOrDefaultAsync(r => r.Id == id) is not { } reminder)
                return new Problem("reminder.gone", "This reminder no longer exists. Reload the page.");
            reminder.TakeOff(off, work.Actor.At);
            work.Record(
                RecordCommands.Vehicle,
                reminder.VehicleId,
                reminder.Version,
                off ? new FieldChange("reminder", reminder.Title, "") : new FieldChange("reminder", "", reminder.Title)
            );
            return new RecordChanged(id, reminder.Version);
        });

    /// <summary>The invoice of an order starts the time of the reminders anew whose work it did.</summary>
    internal static async Task ResetAsync(ShopDb db, Order order, LocalDate today)
    {
        if (order.VehicleId is not { } vehicleId)
            return;
        foreach (var reminder in await db.Reminders.Where(r => r.VehicleId == vehicleId && r.RemovedAt == null).ToListAsync())
        {
            if (order.ApprovedJobs.Any(reminder.IsDoneBy))
                reminder.Done(today, order.OdometerOut ?? order.OdometerIn, order.Id);
        }
    }

    /// <summary>A reversed invoice takes that back.</summary>
    internal static async Task TakeBackAsync(ShopDb db, long orderId, Instant at)
    {
        var ids = await db.Set<ReminderDone>()
            .Where(d => d.OrderId == orderId && d.TakenBackAt == null)
            .Select(d => d.ReminderId)
            .ToListAsync();
        foreach (var reminder in await db.Reminders.Where(r => ids.Contains(r.Id)).ToListAsync())
            reminder.TakeBack(orderId, at);
    }
}
