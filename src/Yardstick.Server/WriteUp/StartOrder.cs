using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Catalog;
using Yardstick.Core.Customers;
using Yardstick.Core.Orders;
using Yardstick.Core.Schedule;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;
using Yardstick.Core.WriteUp;
using Yardstick.Data;
using Yardstick.Server.Catalog;
using Yardstick.Server.Changes;
using Yardstick.Server.Orders;
using Yardstick.Server.Pricing;
using Yardstick.Server.Safety;
using Yardstick.Server.Schedule;

namespace Yardstick.Server.WriteUp;

/// <summary>
/// Writes a car up: customer and car, on file or new, become an order in one step. Nothing is kept if anything is refused.
/// </summary>
public static class StartOrder
{
    /// <summary>A new customer, as typed.</summary>
    public sealed record NewCustomer(
        string? FirstName,
        string? LastName,
        string? BusinessName,
        string? Phone,
        string? Email,
        string? Address = null,
        string? Source = null
    );

    /// <summary>What the write-up gathered, figures and times as typed.</summary>
    public sealed record StartOrderRequest(
        long? CustomerId,
        NewCustomer? Customer,
        long? VehicleId,
        VehicleInput? Vehicle,
        bool CounterSale,
        string? Odometer,
        bool OdometerConfirmed,
        IReadOnlyList<string>? Concerns,
        IReadOnlyList<long>? CannedJobIds,
        string? PromisedAt,
        bool CustomerWaits,
        string? KeyTag,
        IReadOnlyList<AdvisoryToJob>? TakeOver = null,
        bool OldPartsBack = false,
        bool WashingWanted = false,
        long? ContactId = null,
        long? SiteId = null,
        bool HasPriority = false,
        string? Title = null,
        bool WithoutVehicle = false,
        bool NotHereYet = false,
        string? ArrivesAt = null,
        IReadOnlyList<string>? Jobs = null,
        long? AppointmentId = null
    );

    /// <summary>The new order.</summary>
    public sealed record OrderStarted(long Id, long Number);

    /// <summary>A promise to offer.</summary>
    /// <param name="PromisedAt">Wall time.</param>
    /// <param name="Why">What decides it, in words; empty for the usual one.</param>
    public sealed record WriteUpProposal(LocalDateTime PromisedAt, string Why);

    /// <summary>What a typed promise is understood as.</summary>
    public sealed record UnderstoodMoment(LocalDateTime At);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/orders", Handle).Asks(Permission.WriteUp).Produces<OrderStarted>().ProducesProblem(422);
        api.MapGet("/write-up/promise", ProposeAsync).Asks(Permission.WriteUp).Produces<WriteUpProposal>();
        api.MapGet("/understand/moment", UnderstandAsync).Asks(Permission.WriteUp).Produces<UnderstoodMoment>().ProducesProblem(422);
    }

    /// <summary>
    /// By what was typed so far and all that is planned; before any work is named, or where nobody is there to plan for, what is usual.
    /// </summary>
    private static async Task<IResult> ProposeAsync(
        ShopDb db,
        TimeProvider time,
        [FromQuery] long[] canned,
        [FromQuery] string[] job,
        string arrives = ""
    )
    {
        var shop = await db.Shops.SingleAsync();
        var now = shop.Local(time.Now());
        var arrival = DateTimeInput.Read(arrives, now, "arrivesAt", Order.UsualArrival);
        var comes = arrival.Ok && arrival.Value > now ? arrival.Value : now;
        var named = canned.Length + job.Count(t => !string.IsNullOrWhiteSpace(t));
        if (named > 0)
        {
            var plan = await Promises.ReadAsync(db, time.Now());
            var jobs = await db.CannedJobs.Include(c => c.Lines).Where(c => canned.Contains(c.Id)).ToListAsync();
            var order = plan.Typed(jobs.Select(c => (c.Hours, c.Skill)), named - canned.Length, comes > now ? comes : null);
            if (Promises.Honest(plan, order) is { } honest)
                return Results.Ok(new WriteUpProposal(honest.PromisedAt, honest.Why));
        }
        return Results.Ok(new WriteUpProposal(Promise.Propose(comes, shop), ""));
    }

    private static async Task<IResult> UnderstandAsync(string text, ShopDb db, TimeProvider time, bool arrives = false)
    {
        var shop = await db.Shops.SingleAsync();
        var moment = DateTimeInput.Read(text, shop.Local(time.Now()), "promisedAt", arrives ? Order.UsualArrival : Order.UsualPromise);
        return moment.Problem is { } problem ? Problems.Of(problem) : Results.Ok(new UnderstoodMoment(moment.Value));
    }

    private static Task<IResult> Handle(StartOrderRequest request, CommandRunner commands) =>
        commands.RunAsync<OrderStarted>(async work =>
        {
            var appointment = request.AppointmentId is { } id ? await work.Db.LoadAppointmentAsync(id) : null;
            if (request.AppointmentId is not null && appointment is null)
                return Gone.Appointment;
            var opened = await OpenAsync(work, request);
            if (opened.Problem is { } problem)
                return problem;
            var order = opened.Value;
            if (appointment is null)
                return new OrderStarted(order.Id, order.Number);
            if (appointment.Arrive(order.Id, made: true).Problem is { } refused)
                return refused;
            appointment.BelongsTo(order.CustomerId, order.VehicleId);
            await AppointmentOrder.GiveToAsync(work, appointment, order);
            return new OrderStarted(order.Id, order.Number);
        });

    /// <summary>Opens an order with all that a write-up gathered.</summary>
    internal static async Task<Result<Order>> OpenAsync(CommandContext work, StartOrderRequest request)
    {
        var (db, actor) = (work.Db, work.Actor);
        var shop = await db.Shops.SingleAsync();
        var customer = await CustomerAsync(db, request, shop, actor.At);
        if (customer.Problem is { } noCustomer)
            return noCustomer;
        var vehicle = await VehicleAsync(db, request, customer.Value, shop.Local(actor.At).Year);
        if (vehicle.Problem is { } noVehicle)
            return noVehicle;

        var start = new OrderStart
        {
            CustomerId = customer.Value?.Id,
            VehicleId = vehicle.Value?.Id,
            CounterSale = request.CounterSale,
            WithoutVehicle = request.WithoutVehicle,
            NotHereYet = request.NotHereYet,
            CustomerWaits = request.CustomerWaits,
            KeyTag = request.KeyTag,
            OldPartsBack = request.OldPartsBack,
            WashingWanted = request.WashingWanted,
            HasPriority = request.HasPriority,
            ContactId = request.ContactId,
            SiteId = request.SiteId,
        };
        if ((await OrderContacts.PeopleAsync(db, start.CustomerId)).Refuses(start) is { } notTheirs)
            return notTheirs;
        var opened = Order.Open(start, await db.PolicyInForceAsync(), actor);
        if (opened.Problem is { } noOrder)
            return noOrder;
        var order = opened.Value;
        if (await FillAsync(db, order, request, shop, actor) is { } problem)
            return problem;
        order.TakeNumber(await db.NextNumberAsync(Counter.Orders));
        db.Orders.Add(order);
        await db.SaveChangesAsync();
        var cannedIds = order.Jobs.Select(j => j.CannedJobId).OfType<long>().ToList();
        var carrying = await db.CannedJobs.Where(c => cannedIds.Contains(c.Id) && c.Discount != "").ToDictionaryAsync(c => c.Id);
        foreach (var job in order.OnJobs.Where(j => j.CannedJobId is { } canned && carrying.ContainsKey(canned)))
            if (order.GiveCanned(carrying[job.CannedJobId!.Value], job, actor) is { } discount)
                return discount;
        if (order.OdometerIn is { } reading && vehicle.Value is { } car)
            db.OdometerReadings.Add(OdometerReading.Of(car.Id, order.Id, reading, actor.At));
        OrderPricing.Refresh(order, customer.Value, await db.PolicyAsync(order.PolicyVersionId), shop.Local(actor.At).Date);
        db.AddRecord(order);
        await db.SaveChangesAsync();
        foreach (var follower in work.Services?.GetServices<IOrderFollower>() ?? [])
            await follower.FollowAsync(db, order, actor);
        return order;
    }

    private static async Task<Result<Customer?>> CustomerAsync(ShopDb db, StartOrderRequest request, Shop shop, Instant now)
    {
        if (request.CustomerId is { } id)
            return await db.Customers.FindAsync(id) is { ErasedAt: null } known ? (Result<Customer?>)known : Gone.Customer;
        if (request.Customer is not { } typed)
            return request.CounterSale ? (Result<Customer?>)(Customer?)null : OrderStart.NoCustomer;
        var made = Customer.Create(
            typed.FirstName,
            typed.LastName,
            typed.BusinessName,
            typed.Phone,
            typed.Email,
            shop.Country,
            now,
            typed.Address,
            typed.Source
        );
        if (made.Problem is { } problem)
            return problem with { Field = $"customer.{problem.Field}" };
        db.Customers.Add(made.Value);
        await db.SaveChangesAsync();
        return made.Value;
    }

    private static async Task<Result<Vehicle?>> VehicleAsync(ShopDb db, StartOrderRequest request, Customer? customer, int thisYear)
    {
        if (request.CounterSale || request.WithoutVehicle)
            return (Vehicle?)null;
        if (request.VehicleId is { } id)
            return await db.Vehicles.FirstOrDefaultAsync(v => v.Id == id && v.CustomerId == customer!.Id) is { } known
                ? (Result<Vehicle?>)known
                : new Problem("vehicle.gone", "This vehicle is not on this customer's record. Choose another.");
        if (request.Vehicle is not { } typed)
            return OrderStart.NoVehicle;
        var made = Vehicle.Create(typed, thisYear);
        if (made.Problem is { } problem)
            return problem with { Field = $"vehicle.{problem.Field}" };
        made.Value.BelongsTo(customer!.Id);
        db.Vehicles.Add(made.Value);
        await db.SaveChangesAsync();
        return made.Value;
    }

    private static async Task<Problem?> FillAsync(ShopDb db, Order order, StartOrderRequest request, Shop shop, Actor actor)
    {
        var localNow = shop.Local(actor.At);
        if (
            !string.IsNullOrWhiteSpace(request.PromisedAt)
            && order.SetHeader("promisedAt", request.PromisedAt, localNow, actor).Problem is { } promise
        )
            return promise;
        if (order.Arrives(request.ArrivesAt, localNow, actor).Problem is { } arrival)
            return arrival;
        if (order.VehicleId is { } vehicleId && !string.IsNullOrWhiteSpace(request.Odometer))
        {
            if (order.SetHeader("odometerIn", request.Odometer, localNow, actor).Problem is { } odometer)
                return odometer with { Field = "odometer" };
            var before = await db.OdometerReadings.AsNoTracking().Where(r => r.VehicleId == vehicleId).ToListAsync();
            if (
                OrderReading.Take(before, 0, leaving: false, order.OdometerIn, request.OdometerConfirmed, shop.Local, actor).Problem is
                { } lower
            )
                return lower with { Field = "odometer" };
        }
        foreach (var says in request.Concerns ?? [])
        {
            if (string.IsNullOrWhiteSpace(says))
                continue;
            if (order.AddConcern(says, actor).Problem is { } concern)
                return concern with { Field = "concerns" };
            await Phrases.UsedAsync(db, PhraseUse.Complaint, says, actor.At);
        }
        var stockCost = (await db.PolicyAsync(order.PolicyVersionId)).StockCost;
        foreach (var cannedId in request.CannedJobIds ?? [])
        {
            var made = await CannedJobs.MakeAsync(db, cannedId, stockCost);
            if (made.Problem is { } gone)
                return gone;
            if (order.AddJob(made.Value.Job, actor).Problem is { } refused)
                return refused;
        }
        foreach (var title in (request.Jobs ?? []).Where(t => !string.IsNullOrWhiteSpace(t)))
        {
            if (order.AddJob(Job.Create(title), actor).Problem is { } refused)
                return refused;
            await Phrases.UsedAsync(db, PhraseUse.JobTitle, title, actor.At);
        }
        foreach (var take in request.TakeOver ?? [])
        {
            var taken = await take.JobAsync(db, order.VehicleId, stockCost);
            if (taken.Problem is { } gone)
                return gone;
            if (order.AddJob(taken.Value, actor).Problem is { } refused)
                return refused;
        }
        if (!string.IsNullOrWhiteSpace(request.Title))
            return order.SetHeader("title", request.Title, localNow, actor).Problem;
        order.TakeTitle();
        return null;
    }
}
