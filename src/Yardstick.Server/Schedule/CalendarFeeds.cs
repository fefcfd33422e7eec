using System.Text;
using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Schedule;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Schedule;

/// <summary>
/// Calendars for other programs (iCalendar, RFC 5545) at secret addresses: the shop's, one person's, or one appointment for the customer.
/// </summary>
public static class CalendarFeeds
{
    private const int DaysBack = 14,
        DaysAhead = 27;

    /// <summary>An address that answers.</summary>
    public sealed record FeedView(long Id, string Name, long? StaffId, Instant MadeAt, string MadeBy);

    /// <summary>Whose calendar; null for the shop's.</summary>
    public sealed record FeedRequest(long? StaffId);

    /// <summary>A new address, shown once.</summary>
    /// <param name="Id">Key.</param>
    /// <param name="Path">Path of the calendar on the shop's address.</param>
    public sealed record FeedMade(long Id, string Path);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/calendar/feeds", ListAsync).Asks(Permission.PlanWork).Produces<IReadOnlyList<FeedView>>();
        api.MapPost("/calendar/feeds", Make).Asks(Permission.PlanWork).Produces<FeedMade>().ProducesProblem(422);
        api.MapPost("/calendar/feeds/{id:long}/withdraw", Withdraw).Asks(Permission.PlanWork).Produces<RecordChanged>();
        api.MapGet("/calendar-feeds/{token}.ics", AnswerAsync).AllowAnonymous().LimitsPublic();
    }

    private static async Task<IResult> ListAsync(ShopDb db)
    {
        var names = await db.ShortNamesAsync();
        return Results.Ok(
            (
                await db
                    .CalendarFeeds.AsNoTracking()
                    .Where(f => f.WithdrawnAt == null && f.AppointmentId == null)
                    .OrderBy(f => f.Id)
                    .ToListAsync()
            ).ConvertAll(f => new FeedView(
                f.Id,
                f.StaffId is { } who ? names.GetValueOrDefault(who, "") : "The whole shop",
                f.StaffId,
                f.MadeAt,
                names.GetValueOrDefault(f.MadeById, "")
            ))
        );
    }

    private static Task<IResult> Make(FeedRequest request, CommandRunner commands, HttpContext http)
    {
        var token = CommandSecret.TokenOf(http);
        return commands.RunAsync<FeedMade>(
            async work =>
            {
                if (request.StaffId is { } who && !await work.Db.Staff.AnyAsync(s => s.Id == who && s.Active))
                    return new Problem("staff.gone", "This person is not on the staff list. Choose another.");
                var made = new CalendarFeed
                {
                    StaffId = request.StaffId,
                    TokenHash = LinkToken.HashOf(token),
                    MadeAt = work.Actor.At,
                    MadeById = work.Actor.StaffId,
                };
                work.Db.CalendarFeeds.Add(made);
                await work.Db.SaveChangesAsync();
                return new FeedMade(made.Id, "");
            },
            // The secret is not kept with the answer; one that is not known any more is not told.
            async (context, answer) =>
            {
                var hash = LinkToken.HashOf(token);
                return await context.RequestServices.GetRequiredService<ShopDb>().CalendarFeeds.AnyAsync(f => f.TokenHash == hash)
                    ? answer with
                    {
                        Path = PathOf(token),
                    }
                    : answer;
            }
        );
    }

    /// <summary>Where a calendar answers.</summary>
    internal static string PathOf(string token) => $"api/calendar-feeds/{token}.ics";

    private static Task<IResult> Withdraw(long id, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.CalendarFeeds.FindAsync(id) is not { } feed)
                return Gone.CalendarFeed;
            feed.Withdraw(work.Actor.At);
            return new RecordChanged(id, 1);
        });

    private static async Task<IResult> AnswerAsync(string token, ShopDb db, TimeProvider time)
    {
        var hash = LinkToken.HashOf(token);
        // Unknown, wrong and withdrawn look the same.
        if (
            token.Length > 64
            || await db.CalendarFeeds.AsNoTracking().FirstOrDefaultAsync(f => f.TokenHash == hash && f.WithdrawnAt == null) is not { } feed
        )
            return Problems.Of(Gone.CalendarFeed);
        var shop = await db.Shops.AsNoTracking().SingleAsync();
        var calendar = Begin(shop);
        if (feed.AppointmentId is { } appointmentId)
            await AddAppointmentAsync(calendar, db, shop, appointmentId);
        else
            await AddWorkAsync(calendar, db, shop, feed, time.Now());
        return Results.Text(new CalendarSerializer().SerializeToString(calendar), "text/calendar", Encoding.UTF8);
    }

    /// <summary>One appointment, as a file for the customer's calendar.</summary>
    internal static async Task<IResult> OfAppointmentAsync(ShopDb db, long appointmentId)
    {
        var shop = await db.Shops.AsNoTracking().SingleAsync();
        var calendar = Begin(shop);
        await AddAppointmentAsync(calendar, db, shop, appointmentId);
        return Results.Text(new CalendarSerializer().SerializeToString(calendar), "text/calendar", Encoding.UTF8);
    }

    private static Calendar Begin(Shop shop)
    {
        var calendar = new Calendar { ProductId = "-//Yardstick//Calendar//EN" };
        calendar.AddProperty("X-WR-CALNAME", shop.Name);
        calendar.AddTimeZone(new VTimeZone(shop.TimeZone));
        return calendar;
    }

    private static async Task AddWorkAsync(Calendar calendar, ShopDb db, Shop shop, CalendarFeed feed, Instant utcNow)
    {
        var from = shop.Local(utcNow).Date.PlusDays(-DaysBack);
        var view = await CalendarView.ReadAsync(db, from, DaysBack + DaysAhead, utcNow);
        foreach (var item in view.Items.Where(i => !i.IsOver && (feed.StaffId is null || i.TechnicianId == feed.StaffId)))
        {
            var name = string.Join(", ", new[] { item.Plate, item.Title }.Where(w => w.Length > 0));
            calendar.Events.Add(
                new CalendarEvent
                {
                    Uid = $"{item.Kind}-{item.Id}@yardstick".ToLowerInvariant(),
                    Summary = item.IsCertain ? name : $"{name} (not certain)",
                    // Names and telephones of customers do not leave the shop by an address that anybody may read who has it.
                    Start = At(item.Start, shop),
                    End = At(item.End, shop),
                    Location = view.Bays.FirstOrDefault(b => b.Id == item.BayId)?.Name,
                    Status = item.IsCertain ? EventStatus.Confirmed : EventStatus.Tentative,
                }
            );
        }
    }

    private static async Task AddAppointmentAsync(Calendar calendar, ShopDb db, Shop shop, long id)
    {
        if (await db.Appointments.AsNoTracking().Include(a => a.Services).FirstOrDefaultAsync(a => a.Id == id) is not { } appointment)
            return;
        calendar.Events.Add(
            new CalendarEvent
            {
                Uid = $"appointment-{id}@yardstick",
                Summary = $"{shop.Name}: {appointment.Title}",
                Start = At(appointment.Start, shop),
                End = At(appointment.Start.PlusMinutes(30), shop),
                Location = shop.Address.Replace("\n", ", ", StringComparison.Ordinal),
                Description = shop.Phone,
                Sequence = appointment.Version,
                Status = appointment.IsOn ? EventStatus.Confirmed : EventStatus.Cancelled,
            }
        );
    }

    private static CalDateTime At(LocalDateTime wall, Shop shop) => new(wall.ToDateTimeUnspecified(), shop.TimeZone);
}
