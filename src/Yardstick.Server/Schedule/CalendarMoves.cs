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

/// <summary>Places jobs and appointments in the calendar.</summary>
public static class CalendarMoves
{
    /// <summary>Who does something where and from when, wall time.</summary>
    public sealed record PlaceRequest(CalendarKind Kind, long Id, long? TechnicianId, long? BayId, LocalDateTime Start, int Version);

    /// <summary>Whether a job stays where it is.</summary>
    public sealed record FixRequest(bool IsFixed, int Version);

    /// <summary>When an appointment is, as typed: <c>tue 9:30</c>.</summary>
    public sealed record WhenRequest(string? When, int Version);

    /// <summary>Why an appointment was moved.</summary>
    public sealed record MoveReasonRequest(string? Reason);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/calendar/place", Place).Asks(Permission.PlanWork).Produces<RecordChanged>().ProducesProblem(422).ProducesProblem(409);
        api.MapPost("/calendar/place-back", PlaceBack)
            .Asks(Permission.PlanWork)
            .Produces<RecordChanged>()
            .ProducesProblem(422)
            .ProducesProblem(409);
        api.MapPost("/jobs/{jobId:long}/fix", Fix).Asks(Permission.PlanWork).Produces<RecordChanged>().ProducesProblem(409);
        api.MapPost("/appointments/{id:long}/when", When)
            .Asks(Permission.PlanWork)
            .Produces<RecordChanged>()
            .ProducesProblem(422)
            .ProducesProblem(409);
        api.MapPost("/appointments/{id:long}/moved-because", Because)
            .Asks(Permission.PlanWork)
            .Produces<RecordChanged>()
            .ProducesProblem(422);
    }

    private static Task<IResult> Place(PlaceRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
            await work.Db.UnknownAsync(request.TechnicianId, request.BayId) is { } unknown ? unknown
            : request.Kind == CalendarKind.Job ? await PlaceJobAsync(work, request)
            : await MoveAsync(work, request)
        );

    /// <summary>Who is not there any more, or where; null where both are, or were not chosen.</summary>
    internal static async Task<Problem?> UnknownAsync(this ShopDb db, long? technicianId, long? bayId)
    {
        if (technicianId is { } who && !await db.Staff.AnyAsync(s => s.Id == who && s.Role == Role.Technician && s.Active))
            return new Problem("technician.gone", "This technician no longer exists. Reload the page.");
        return bayId is { } bay && !await db.Bays.AnyAsync(b => b.Id == bay && b.RetiredAt == null) ? Gone.Bay : null;
    }

    /// <summary>When somebody is at work on a day, wall time; nothing for nobody.</summary>
    internal static async Task<IReadOnlyList<(LocalDateTime From, LocalDateTime Until)>> ThereAsync(
        this ShopDb db,
        long? technicianId,
        LocalDate day,
        Shop shop
    )
    {
        if (technicianId is not { } id || await db.Staff.FindAsync(id) is not { } doer)
            return [];
        var (before, after) = (day.PlusDays(-1), day);
        var absences = await db
            .Absences.AsNoTracking()
            .Where(a => a.StaffId == id && a.RemovedAt == null && a.Until >= before && a.From <= after)
            .ToListAsync();
        return doer.StretchesOn(day, shop, absences);
    }

    private static async Task<Result<RecordChanged>> PlaceJobAsync(CommandContext work, PlaceRequest request)
    {
        var db = work.Db;
        if (await db.Jobs.FindAsync(request.Id) is not { RemovedAt: null } job)
            return Gone.JobOfOrder;
        var plan = await db.PlannedWork.FirstOrDefaultAsync(p => p.JobId == request.Id);
        if (plan is null)
            db.PlannedWork.Add(plan = new PlannedWork { JobId = request.Id, OrderId = job.OrderId });
        var shop = await db.Shops.SingleAsync();
        var there = await db.ThereAsync(request.TechnicianId, request.Start.Date, shop);
        if (plan.Place(request.TechnicianId, request.Start, shop, request.Version, there).Problem is { } refused)
            return refused;
        plan.StandIn(request.BayId);
        await db.SaveChangesAsync();
        return new RecordChanged(request.Id, plan.Version);
    }

    private static async Task<Result<RecordChanged>> MoveAsync(CommandContext work, PlaceRequest request)
    {
        if (await work.Db.LoadAppointmentAsync(request.Id) is not { } appointment)
            return Gone.Appointment;
        var to = new Placement(request.TechnicianId, request.BayId, request.Start);
        var now = (await work.Db.Shops.SingleAsync()).Local(work.Actor.At);
        if (appointment.MoveTo(to, request.Version, now, work.Actor).Problem is { } refused)
            return refused;
        await work.FollowAsync(appointment);
        return new RecordChanged(appointment.Id, appointment.Version);
    }

    private static Task<IResult> When(long id, WhenRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.LoadAppointmentAsync(id) is not { } appointment)
                return Gone.Appointment;
            var now = (await work.Db.Shops.SingleAsync()).Local(work.Actor.At);
            var typed = DateTimeInput.Read(request.When, now, "when", Order.UsualArrival);
            if (typed.Problem is { } unreadable)
                return unreadable;
            var to = new Placement(appointment.TechnicianId, appointment.BayId, typed.Value);
            if (appointment.MoveTo(to, request.Version, now, work.Actor).Problem is { } refused)
                return refused;
            await work.FollowAsync(appointment);
            return new RecordChanged(id, appointment.Version);
        });

    private static Task<IResult> PlaceBack(PlaceRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.UnknownAsync(request.TechnicianId, request.BayId) is { } unknown)
                return unknown;
            if (request.Kind == CalendarKind.Job)
                return await PlaceJobAsync(work, request);
            if (await work.Db.LoadAppointmentAsync(request.Id) is not { } appointment)
                return Gone.Appointment;
            var back = appointment.MoveBack(new Placement(request.TechnicianId, request.BayId, request.Start), request.Version);
            if (back.Problem is { } refused)
                return refused;
            if (back.Value is { } undone)
                work.Db.AppointmentMoves.Remove(undone);
            await work.FollowAsync(appointment);
            return new RecordChanged(appointment.Id, appointment.Version);
        });

    private static Task<IResult> Because(long id, MoveReasonRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.LoadAppointmentAsync(id) is not { } appointment)
                return Gone.Appointment;
            return appointment.Because(request.Reason).Problem is { } refused ? refused : new RecordChanged(id, appointment.Version);
        });

    private static Task<IResult> Fix(long jobId, FixRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.PlannedWork.FirstOrDefaultAsync(p => p.JobId == jobId) is not { } plan)
                return PlannedWork.NotScheduled;
            return plan.Fix(request.IsFixed, request.Version).Problem is { } refused ? refused : new RecordChanged(jobId, plan.Version);
        });

    /// <summary>Loads an appointment to be changed.</summary>
    internal static Task<Appointment?> LoadAppointmentAsync(this ShopDb db, long id) =>
        db.Appointments.Include(a => a.Services).Include(a => a.Moves).FirstOrDefaultAsync(a => a.Id == id);

    /// <summary>The order that waits for its vehicle expects it when the appointment says.</summary>
    internal static async Task FollowAsync(this CommandContext work, Appointment appointment)
    {
        await work.Db.SaveChangesAsync();
        if (appointment is not { OrderId: { } orderId, IsToCome: true })
            return;
        var order = await work.Db.Orders.FirstOrDefaultAsync(o => o.Id == orderId);
        if (order is not { State: OrderState.Open, Stage: Stage.Expected } || order.ArrivesAt == appointment.Start)
            return;
        var shop = await work.Db.Shops.SingleAsync();
        var typed = appointment.Start.ToString("uuuu-MM-dd'T'HH:mm", System.Globalization.CultureInfo.InvariantCulture);
        order.SetHeader("arrivesAt", typed, shop.Local(work.Actor.At), work.Actor);
        work.Db.AddRecord(order);
        await work.Db.SaveChangesAsync();
    }
}
