using Microsoft.EntityFrameworkCore;
using NodaTime.Text;
using Yardstick.Core;
using Yardstick.Core.Orders;
using Yardstick.Core.Schedule;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Schedule;

/// <summary>Says what would be amiss with a place in the calendar before something is let go there.</summary>
public static class PlacementCheck
{
    /// <summary>What would be amiss with a place.</summary>
    public sealed record PlacementAnswer(IReadOnlyList<string> Warnings, LocalDateTime End);

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet("/calendar/check", CheckAsync)
            .Asks(Permission.PlanWork)
            .Produces<PlacementAnswer>()
            .ProducesProblem(404)
            .ProducesProblem(422);

    /// <summary>What would be amiss, while something is dragged and before it is let go.</summary>
    private static async Task<IResult> CheckAsync(
        CalendarKind kind,
        long id,
        string start,
        ShopDb db,
        TimeProvider time,
        long? technicianId = null,
        long? bayId = null
    )
    {
        var begins = LocalDateTimePattern.GeneralIso.Parse(start);
        if (!begins.Success)
            return Problems.Of(new Problem("calendar.start", "A place begins at a time such as 2026-11-23T10:15:00.", "start"));
        var day = begins.Value.Date;
        var read = await CalendarReader.ReadAsync(db, day, day.PlusDays(7), time.Now());
        var at = new Placement(technicianId, bayId, begins.Value);
        CalendarEntry? entry;
        if (kind == CalendarKind.Job)
        {
            var order = await db
                .Orders.AsNoTrackingWithIdentityResolution()
                .Include(o => o.Jobs)
                    .ThenInclude(j => j.Lines)
                .FirstOrDefaultAsync(o => o.Jobs.Any(j => j.Id == id));
            entry = order?.OnJobs.FirstOrDefault(j => j.Id == id) is { } job ? read.EntryOf(order, job, at) : null;
        }
        else
        {
            var appointment = await db.Appointments.AsNoTracking().Include(a => a.Services).FirstOrDefaultAsync(a => a.Id == id);
            entry = appointment is null ? null : read.EntryOf(appointment) with { At = at };
        }
        if (entry is null)
            return Problems.Of(kind == CalendarKind.Job ? Gone.JobOfOrder : Gone.Appointment);
        var calendar = read.Calendar();
        return Results.Ok(new PlacementAnswer([.. calendar.WarningsOf(entry).Select(w => w.Words)], calendar.EndOf(entry)));
    }
}
