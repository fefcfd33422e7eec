using System.Globalization;
using Microsoft.EntityFrameworkCore;
using NodaTime.Text;
using Yardstick.Core;
using Yardstick.Core.Schedule;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Documents;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Schedule;

/// <summary>A day of the calendar as a list on paper: who comes, and what each technician does.</summary>
public static class DayList
{
    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet("/calendar/{day}/list.pdf", HandleAsync).Asks(Permission.SeeFloor).ProducesProblem(422);

    private static async Task<IResult> HandleAsync(string day, ShopDb db, ContentStore store, TimeProvider time)
    {
        if (LocalDatePattern.Iso.Parse(day) is not { Success: true } parsed)
            return Problems.Of(new Problem("calendar.days", "A day is written such as 2026-11-23.", "day"));
        var calendar = await CalendarView.ReadAsync(db, parsed.Value, 1, time.Now());
        var shop = await db.Shops.SingleAsync();
        var paper = new ListPaper
        {
            Name = "Day list",
            Shop = (shop.Name, shop.Address, shop.Contact),
            LogoHash = shop.LogoHash,
            Date = calendar.Now,
            Under = parsed.Value.ToString("dddd, MMMM d", CultureInfo.InvariantCulture),
            Columns = [("Time", 0), ("Vehicle", 92), ("Customer", 190), ("Work", 300), ("Bay", 452)],
            None = "Nothing is scheduled on this day.",
            Groups = [.. GroupsOf(calendar, parsed.Value)],
        };
        return Results.File(ListPages.Draw(paper, store.ReadOrNull), "application/pdf", $"day-{day}.pdf");
    }

    private static IEnumerable<ListGroup> GroupsOf(CalendarPageView calendar, LocalDate day)
    {
        var coming = calendar.Items.Where(i => i.Kind == CalendarKind.Appointment && !i.IsOver && i.Start.Date == day).ToList();
        if (coming.Count > 0)
            yield return new ListGroup(
                "Appointments",
                [
                    .. coming
                        .OrderBy(i => i.Start)
                        .Select(i => Row(calendar, i, $"{i.Title}, {i.Transport}{(i.State == AppointmentState.Asked ? ", asked" : "")}")),
                ]
            );
        // What belongs to somebody who is not there any more is nobody's.
        var there = calendar.Technicians.Select(t => (long?)t.Id).ToHashSet();
        foreach (var (id, name) in calendar.Technicians.Select(t => ((long?)t.Id, t.Name)).Append((null, "Unassigned")))
        {
            var work = calendar
                .Items.Where(i => (there.Contains(i.TechnicianId) ? i.TechnicianId : null) == id)
                .Where(i => i.Spans.Any(s => s.From.Date == day) && i.State is not AppointmentState.Missed)
                .OrderBy(i => i.Start)
                .ToList();
            if (work.Count > 0)
                yield return new ListGroup(name, [.. work.Select(i => Row(calendar, i, i.Title + (i.IsCertain ? "" : ", not certain")))]);
        }
    }

    private static IReadOnlyList<string> Row(CalendarPageView calendar, CalendarItem item, string work) =>
        [
            $"{item.Start.TimeOfDay.Clock()} to {item.End.TimeOfDay.Clock()}",
            string.Join(' ', new[] { item.Plate, item.Vehicle }.Where(w => w.Length > 0)),
            item.Customer,
            work,
            calendar.Bays.FirstOrDefault(b => b.Id == item.BayId)?.Name ?? "",
        ];
}
