using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Catalog;
using Yardstick.Core.Floor;
using Yardstick.Core.Orders;
using Yardstick.Core.Schedule;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Schedule;

/// <summary>Appointments: drawn in the calendar, filled in field by field, confirmed, missed, called off.</summary>
public static class Appointments
{
    private const string Target = "appointment";

    /// <summary>A span that was drawn, or a time for an order whose vehicle is to come; without a time the usual one.</summary>
    public sealed record AppointmentRequest(
        LocalDateTime? Start,
        int? Minutes,
        long? TechnicianId,
        long? BayId,
        long? OrderId = null,
        long? CustomerId = null,
        long? VehicleId = null
    );

    /// <summary>One field as typed.</summary>
    public sealed record AppointmentSetRequest(string Field, string? Value, int Version);

    /// <summary>Whom it is for, on file.</summary>
    public sealed record AppointmentCustomerRequest(long? CustomerId, long? VehicleId);

    /// <summary>Canned jobs that it is for, in order.</summary>
    public sealed record AppointmentServicesRequest(IReadOnlyList<long> CannedJobIds);

    /// <summary>How far it is, and why it was missed or called off.</summary>
    public sealed record AppointmentStateRequest(AppointmentState State, string? Reason);

    /// <summary>A canned job of an appointment.</summary>
    public sealed record AppointmentServiceView(long CannedJobId, string Title, decimal Hours);

    /// <summary>A vehicle that can be chosen.</summary>
    public sealed record AppointmentVehicle(long Id, string Plate, string Description);

    /// <summary>A time it was moved.</summary>
    public sealed record AppointmentMoveView(LocalDateTime From, LocalDateTime To, string Reason, Instant At, string By);

    /// <summary>An appointment, each field as typed.</summary>
    public sealed record AppointmentView
    {
        /// <summary>Key.</summary>
        public required long Id { get; init; }

        /// <summary>Version.</summary>
        public required int Version { get; init; }

        /// <summary>The customer on file.</summary>
        public required long? CustomerId { get; init; }

        /// <summary>The customer's name, on file or typed.</summary>
        public required string Customer { get; init; }

        /// <summary>Telephone of somebody who is not on file.</summary>
        public required string Phone { get; init; }

        /// <summary>The vehicle on file.</summary>
        public required long? VehicleId { get; init; }

        /// <summary>The vehicle in words, on file or typed.</summary>
        public required string Vehicle { get; init; }

        /// <summary>Its plate.</summary>
        public required string Plate { get; init; }

        /// <summary>Vehicles of the customer.</summary>
        public required IReadOnlyList<AppointmentVehicle> Vehicles { get; init; }

        /// <summary>When it begins.</summary>
        public required LocalDateTime Start { get; init; }

        /// <summary>Hours of work, as typed; empty where they follow from the services.</summary>
        public required string Length { get; init; }

        /// <summary>Minutes of work.</summary>
        public required int Minutes { get; init; }

        /// <summary>Who does it.</summary>
        public required long? TechnicianId { get; init; }

        /// <summary>Where.</summary>
        public required long? BayId { get; init; }

        /// <summary>What it is for, in the customer's words.</summary>
        public required string Words { get; init; }

        /// <summary>Canned jobs.</summary>
        public required IReadOnlyList<AppointmentServiceView> Services { get; init; }

        /// <summary>What the customer does meanwhile.</summary>
        public required Transport Transport { get; init; }

        /// <summary>How it came to the shop.</summary>
        public required string Source { get; init; }

        /// <summary>Sources that are offered.</summary>
        public required IReadOnlyList<string> Sources { get; init; }

        /// <summary>How far it is.</summary>
        public required AppointmentState State { get; init; }

        /// <summary>Why it was missed or called off.</summary>
        public required string Reason { get; init; }

        /// <summary>Its order.</summary>
        public required long? OrderId { get; init; }

        /// <summary>Number of its order.</summary>
        public required long? OrderNumber { get; init; }

        /// <summary>Nothing was entered yet: left like that, it goes without a trace.</summary>
        public required bool IsEmpty { get; init; }

        /// <summary>The customer was reminded.</summary>
        public required Instant? RemindedAt { get; init; }

        /// <summary>Times it was moved, the latest first.</summary>
        public required IReadOnlyList<AppointmentMoveView> Moves { get; init; }
    }

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/appointments", Add).Asks(Permission.PlanWork).Produces<RecordChanged>().ProducesProblem(422);
        api.MapGet("/appointments/{id:long}", ShowAsync).Asks(Permission.SeeOrders).Produces<AppointmentView>().ProducesProblem(404);
        api.MapPost("/appointments/{id:long}", Set)
            .Asks(Permission.PlanWork)
            .Produces<RecordChanged>()
            .ProducesProblem(422)
            .ProducesProblem(409);
        api.MapPost("/appointments/{id:long}/customer", SetCustomer)
            .Asks(Permission.PlanWork)
            .Produces<RecordChanged>()
            .ProducesProblem(422);
        api.MapPost("/appointments/{id:long}/services", SetServices)
            .Asks(Permission.PlanWork)
            .Produces<RecordChanged>()
            .ProducesProblem(422);
        api.MapPost("/appointments/{id:long}/state", SetState).Asks(Permission.PlanWork).Produces<RecordChanged>().ProducesProblem(422);
        api.MapDelete("/appointments/{id:long}", Drop).Asks(Permission.PlanWork).Produces<RecordChanged>().ProducesProblem(422);
    }

    private static Task<IResult> Add(AppointmentRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var db = work.Db;
            var shop = await db.Shops.SingleAsync();
            var now = shop.Local(work.Actor.At);
            var expected = request.OrderId is { } expecting
                ? await db.Orders.Where(o => o.Id == expecting).Select(o => o.ArrivesAt).FirstOrDefaultAsync()
                : null;
            var made = Appointment.Create(
                request.Start ?? Appointment.UsualStart(expected, now, shop),
                request.Minutes,
                request.TechnicianId,
                request.BayId,
                now,
                work.Actor
            );
            if (made.Problem is { } problem)
                return problem;
            if (request.OrderId is { } orderId)
            {
                if (await db.LoadOrderAsync(orderId) is not { State: OrderState.Open } order)
                    return Gone.Order;
                if (order.Stage != Stage.Expected)
                    return Appointment.IsHere;
                if (await db.Appointments.AnyAsync(a => a.OrderId == orderId && a.State != AppointmentState.Canceled))
                    return Appointment.IsTwice;
                var minutes = (int)decimal.Ceiling(order.OnJobs.Where(j => !j.IsSetAside).Sum(j => j.SoldHours.Value) * 60);
                made.Value.For(orderId, order.CustomerId, order.VehicleId, order.Title, minutes);
            }
            else if (request.CustomerId is { } customerId)
            {
                if (await BelongingAsync(db, customerId, request.VehicleId) is { } notTheirs)
                    return notTheirs;
                made.Value.BelongsTo(customerId, request.VehicleId ?? await OnlyVehicleAsync(db, customerId));
            }
            db.Appointments.Add(made.Value);
            await work.FollowAsync(made.Value);
            return new RecordChanged(made.Value.Id, made.Value.Version);
        });

    private static async Task<Problem?> BelongingAsync(ShopDb db, long customerId, long? vehicleId)
    {
        if (!await db.Customers.AnyAsync(c => c.Id == customerId && c.MergedIntoId == null && c.ErasedAt == null))
            return Gone.Customer;
        return vehicleId is { } id && !await db.Vehicles.AnyAsync(v => v.Id == id && v.CustomerId == customerId && v.MergedIntoId == null)
            ? new Problem("vehicle.gone", "This vehicle is not on this customer's record. Choose another.")
            : null;
    }

    private static async Task<IResult> ShowAsync(long id, ShopDb db)
    {
        var appointment = await db
            .Appointments.AsNoTracking()
            .Include(a => a.Services)
            .Include(a => a.Moves)
            .AsSplitQuery()
            .FirstOrDefaultAsync(a => a.Id == id);
        if (appointment is null)
            return Problems.Of(Gone.Appointment);
        var shop = await db.Shops.AsNoTracking().SingleAsync();
        var customer = await db.Customers.AsNoTracking().FirstOrDefaultAsync(c => c.Id == appointment.CustomerId);
        var vehicles = await db
            .Vehicles.AsNoTracking()
            .Where(v => v.CustomerId == appointment.CustomerId && v.MergedIntoId == null || v.Id == appointment.VehicleId)
            .OrderBy(v => v.Id)
            .ToListAsync();
        var vehicle = vehicles.Find(v => v.Id == appointment.VehicleId);
        var people = appointment.Moves.Select(m => m.ById).ToList();
        var names = await db.Staff.AsNoTracking().Where(s => people.Contains(s.Id)).ToDictionaryAsync(s => s.Id, s => s.ShortName);
        return Results.Ok(
            new AppointmentView
            {
                Id = id,
                Version = appointment.Version,
                CustomerId = appointment.CustomerId,
                Customer = customer?.DisplayName ?? appointment.Name,
                Phone = appointment.Phone?.Shown(shop.Country) ?? "",
                VehicleId = appointment.VehicleId,
                Vehicle = vehicle?.Description ?? appointment.Vehicle,
                Plate = vehicle?.Plate.Text ?? "",
                Vehicles = vehicles.ConvertAll(v => new AppointmentVehicle(v.Id, v.Plate.Text, v.Description)),
                Start = appointment.Start,
                Length = appointment.Shown("length"),
                Minutes = appointment.Minutes,
                TechnicianId = appointment.TechnicianId,
                BayId = appointment.BayId,
                Words = appointment.Words,
                Services = [.. appointment.Services.Select(s => new AppointmentServiceView(s.CannedJobId, s.Title, s.Hours.Value))],
                Transport = appointment.Transport,
                Source = appointment.Source,
                Sources = Appointment.UsualSources,
                State = appointment.State,
                Reason = appointment.Reason,
                OrderId = appointment.OrderId,
                OrderNumber = await db.Orders.Where(o => o.Id == appointment.OrderId).Select(o => (long?)o.Number).FirstOrDefaultAsync(),
                IsEmpty = appointment.IsEmpty,
                RemindedAt = appointment.RemindedAt,
                Moves =
                [
                    .. appointment
                        .Moves.OrderByDescending(m => m.At)
                        .ThenByDescending(m => m.Id)
                        .Select(m => new AppointmentMoveView(m.From, m.To, m.Reason, m.At, names.GetValueOrDefault(m.ById, ""))),
                ],
            }
        );
    }

    private static Task<IResult> Set(long id, AppointmentSetRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.LoadAppointmentAsync(id) is not { } appointment)
                return Gone.Appointment;
            var shop = await work.Db.Shops.SingleAsync();
            return await work.KeepFieldAsync(
                Target,
                id,
                request.Field,
                request.Value,
                request.Version,
                () => Task.FromResult(appointment.Set(request.Field, request.Value, shop.Country)),
                () => appointment.Version
            );
        });

    private static Task<IResult> SetCustomer(long id, AppointmentCustomerRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.LoadAppointmentAsync(id) is not { } appointment)
                return Gone.Appointment;
            if (request.CustomerId is { } customerId && await BelongingAsync(work.Db, customerId, request.VehicleId) is { } notTheirs)
                return notTheirs;
            var vehicleId = request.VehicleId;
            if (request.CustomerId is { } chosen && chosen != appointment.CustomerId && vehicleId is null)
                vehicleId = await OnlyVehicleAsync(work.Db, chosen);
            return appointment.BelongsTo(request.CustomerId, vehicleId).Problem is { } refused
                ? refused
                : new RecordChanged(id, appointment.Version);
        });

    /// <summary>Whoever has one vehicle brings that one.</summary>
    private static async Task<long?> OnlyVehicleAsync(ShopDb db, long customerId)
    {
        var vehicles = await db
            .Vehicles.Where(v => v.CustomerId == customerId && v.MergedIntoId == null)
            .Select(v => v.Id)
            .Take(2)
            .ToListAsync();
        return vehicles.Count == 1 ? vehicles[0] : null;
    }

    private static Task<IResult> SetServices(long id, AppointmentServicesRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var db = work.Db;
            if (await db.LoadAppointmentAsync(id) is not { } appointment)
                return Gone.Appointment;
            var canned = await db
                .OfferedCannedJobs.Include(c => c.Lines)
                .Where(c => request.CannedJobIds.Contains(c.Id))
                .ToDictionaryAsync(c => c.Id);
            if (request.CannedJobIds.Any(c => !canned.ContainsKey(c)))
                return Gone.CannedJob;
            var chosen = request.CannedJobIds.Distinct().Select(c => ServiceOf(canned[c]));
            return appointment.SetServices(chosen).Problem is { } refused ? refused : new RecordChanged(id, appointment.Version);
        });

    internal static AppointmentService ServiceOf(CannedJob canned) =>
        new()
        {
            CannedJobId = canned.Id,
            Title = canned.Title,
            Hours = canned.Hours,
            Skill = canned.Skill,
            Equipment = canned.Equipment,
        };

    private static Task<IResult> SetState(long id, AppointmentStateRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.LoadAppointmentAsync(id) is not { } appointment)
                return Gone.Appointment;
            var now = (await work.Db.Shops.SingleAsync()).Local(work.Actor.At);
            var changed = appointment.Become(request.State, request.Reason, now);
            if (changed.Problem is { } refused)
                return refused;
            work.Record(Target, id, appointment.Version, changed.Value);
            return new RecordChanged(id, appointment.Version);
        });

    /// <summary>A span that was drawn and left empty goes without a trace; anything else is called off.</summary>
    private static Task<IResult> Drop(long id, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.LoadAppointmentAsync(id) is not { } appointment)
                return Gone.Appointment;
            if (!appointment.IsEmpty)
                return Appointment.NotEmpty;
            work.Db.Appointments.Remove(appointment);
            await work.Db.SaveChangesAsync();
            return new RecordChanged(id, 0);
        });
}
