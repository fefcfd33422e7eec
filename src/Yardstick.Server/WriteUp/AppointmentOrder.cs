using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Documents;
using Yardstick.Core.Floor;
using Yardstick.Core.Orders;
using Yardstick.Core.Schedule;
using Yardstick.Core.Values;
using Yardstick.Server.Catalog;
using Yardstick.Server.Changes;
using Yardstick.Server.Documents;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;
using Yardstick.Server.Schedule;

namespace Yardstick.Server.WriteUp;

/// <summary>The vehicle of an appointment came: its order is made in one step with everything on it, or opened; and taken back.</summary>
public static class AppointmentOrder
{
    /// <summary>Where the order of an appointment is.</summary>
    public sealed record AppointmentArrived(long OrderId, long Number);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/appointments/{id:long}/arrive", Arrive).Asks(Permission.WriteUp).Produces<AppointmentArrived>().ProducesProblem(422);
        api.MapPost("/appointments/{id:long}/return", Return).Asks(Permission.WriteUp).Produces<RecordChanged>().ProducesProblem(422);
    }

    private static Task<IResult> Arrive(long id, CommandRunner commands) =>
        commands.RunAsync<AppointmentArrived>(async work =>
        {
            if (await work.Db.LoadAppointmentAsync(id) is not { } appointment)
                return Gone.Appointment;
            if (appointment.OrderId is { } there && appointment.State != AppointmentState.Arrived)
                return await OfAsync(work, appointment, there);
            if (appointment.CustomerId is null || appointment.VehicleId is null)
                return Appointment.Unknown;
            // Refused before anything is made, not after.
            if (!appointment.IsToCome)
                return appointment.Arrive(0, made: true).Problem!;
            var started = await StartOrder.OpenAsync(work, RequestOf(appointment));
            if (started.Problem is { } problem)
                return problem;
            var order = started.Value;
            if (appointment.Arrive(order.Id, made: true).Problem is { } refused)
                return refused;
            await GiveToAsync(work, appointment, order);
            return new AppointmentArrived(order.Id, order.Number);
        });

    /// <summary>What a write-up of an appointment asks for.</summary>
    private static StartOrder.StartOrderRequest RequestOf(Appointment appointment) =>
        new(
            appointment.CustomerId,
            null,
            appointment.VehicleId,
            null,
            CounterSale: false,
            Odometer: null,
            OdometerConfirmed: false,
            Concerns: appointment.Words.Length > 0 ? [appointment.Words] : [],
            CannedJobIds: [.. appointment.Services.Select(s => s.CannedJobId)],
            PromisedAt: null,
            CustomerWaits: appointment.Transport == Transport.Waits,
            KeyTag: null
        );

    /// <summary>
    /// Whoever was to do it does it, when and where it was to be done; what came along with its request is a file of the order.
    /// </summary>
    internal static async Task GiveToAsync(CommandContext work, Appointment appointment, Order order)
    {
        await GivePhotoAsync(work, appointment, order.Id);
        if (appointment.TechnicianId is null && appointment.BayId is null)
            return;
        var read = await CalendarReader.ReadAsync(work.Db, appointment.Start.Date, appointment.Start.Date, work.Actor.At);
        var calendar = read.Calendar();
        var planned = await work.Db.PlannedWork.Where(p => p.OrderId == order.Id).Select(p => p.JobId).ToListAsync();
        var at = new Placement(appointment.TechnicianId, appointment.BayId, appointment.Start);
        var doer = read.Technicians.Find(t => t.Id == at.TechnicianId);
        foreach (var job in order.OnJobs.Where(j => j.SoldHours > LaborHours.Zero && !planned.Contains(j.Id)).ToList())
        {
            var plan = new PlannedWork { JobId = job.Id, OrderId = order.Id };
            if (
                plan.Place(at.TechnicianId, at.Start, read.Shop, 0, doer?.StretchesOn(at.Start.Date, read.Shop, read.Absences)).Problem
                is not null
            )
                break;
            plan.StandIn(at.BayId);
            work.Db.PlannedWork.Add(plan);
            // One after the other, over breaks and nights.
            var next = at with { Start = PlannedWork.OnStep(calendar.EndOf(read.EntryOf(order, job, at))) };
            at = next with { Start = calendar.BeginsAt(next) };
        }
        await work.Db.SaveChangesAsync();
    }

    /// <summary>The photo that came along with its booking is a file of the order.</summary>
    private static async Task GivePhotoAsync(CommandContext work, Appointment appointment, long orderId)
    {
        var photo = await work
            .Db.OutsideRequests.Where(r => r.AppointmentId == appointment.Id)
            .Join(work.Db.Photos, r => r.PhotoHash, p => p.Hash, (r, p) => p)
            .FirstOrDefaultAsync();
        if (photo is null)
            return;
        await Attachments.AttachAsync(
            work,
            new AttachedFile
            {
                Kind = RecordKind.Order,
                TargetId = orderId,
                Name = "Photo of the customer.jpg",
                ContentType = FileContent.Jpeg,
                Hash = photo.Hash,
                Size = photo.Size,
                At = work.Actor.At,
                ById = work.Actor.StaffId,
            }
        );
    }

    private static async Task<Result<AppointmentArrived>> OfAsync(CommandContext work, Appointment appointment, long orderId)
    {
        var here = await work.OnOrderAsync<AppointmentArrived>(orderId, async under =>
        {
            if (under.Order.SetHeader("onPremises", "true", under.LocalNow, work.Actor).Problem is { } problem)
                return problem;
            // The order may be of work that was agreed to before: what the appointment is for besides comes onto it.
            var stockCost = under.Policy.StockCost;
            foreach (var service in appointment.Services.Where(s => !under.Order.OnJobs.Any(j => j.CannedJobId == s.CannedJobId)))
            {
                var made = await CannedJobs.MakeAsync(work.Db, service.CannedJobId, stockCost);
                if (made.Problem is { } gone)
                    return gone;
                if (under.Order.AddJob(made.Value.Job, work.Actor).Problem is { } refused)
                    return refused;
            }
            return new AppointmentArrived(orderId, under.Order.Number);
        });
        if (here.Problem is not null)
            return here;
        await GivePhotoAsync(work, appointment, orderId);
        return appointment.Arrive(orderId, made: false).Problem is { } refused ? refused : here;
    }

    /// <summary>The order that was made of it is void, as nothing was done on it yet; the appointment stands again.</summary>
    private static Task<IResult> Return(long id, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.LoadAppointmentAsync(id) is not { } appointment)
                return Gone.Appointment;
            var (orderId, made) = (appointment.OrderId, appointment.MadeOrder);
            if (appointment.Return().Problem is { } refused)
                return refused;
            if (orderId is not { } order)
                return new RecordChanged(id, appointment.Version);
            var taken = await work.OnOrderAsync<bool>(order, under => TakeBackAsync(under, made));
            return taken.Problem is { } problem ? problem : new RecordChanged(id, appointment.Version);
        });

    private static async Task<Result<bool>> TakeBackAsync(OrderCommandContext under, bool made)
    {
        var (order, actor) = (under.Order, under.Command.Actor);
        if (!made)
            return order.MoveTo(Stage.Expected, "The vehicle did not come", actor).Problem is { } stays ? stays : true;
        if (await under.Command.Db.TimeEntries.AnyAsync(t => t.OrderId == order.Id) || order.Decisions.Count > 0)
            return Appointment.HasBegun;
        if (
            (await EndOrder.CloseAsync(under, (hanging, by) => order.MakeVoid("Back to the appointment", hanging, by))).Problem is
            { } problem
        )
            return problem;
        return true;
    }
}
