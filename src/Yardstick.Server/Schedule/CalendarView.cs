using Microsoft.EntityFrameworkCore;
using NodaTime.Text;
using Yardstick.Core;
using Yardstick.Core.Floor;
using Yardstick.Core.Orders;
using Yardstick.Core.Schedule;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Schedule;

/// <summary>The calendar of some days: who does what where, what is amiss, how full the days are. No prices.</summary>
public static class CalendarView
{
    private const int MostDays = 42;

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/calendar", ShowAsync).Asks(Permission.SeeFloor).Produces<CalendarPageView>().ProducesProblem(422);
    }

    private static async Task<IResult> ShowAsync(string from, int days, ShopDb db, TimeProvider time)
    {
        var first = LocalDatePattern.Iso.Parse(from);
        if (!first.Success || days is < 1 or > MostDays)
            return Problems.Of(new Problem("calendar.days", "The calendar shows 1 to 42 days from a day such as 2026-11-23.", "days"));
        return Results.Ok(await ReadAsync(db, first.Value, days, time.Now()));
    }

    /// <summary>The calendar of some days.</summary>
    internal static async Task<CalendarPageView> ReadAsync(ShopDb db, LocalDate from, int days, Instant utcNow)
    {
        var until = from.PlusDays(days - 1);
        var read = await CalendarReader.ReadAsync(db, from, until, utcNow);
        var calendar = read.Calendar();
        var range = Enumerable.Range(0, days).Select(from.PlusDays).ToList();
        var drawn = range.ConvertAll(d => read.Shop.DrawnOn(d, read.Technicians, read.Absences));
        var items = read
            .Jobs.Select(job => ItemOf(read, calendar, job))
            .Concat(read.Appointments.Select(a => ItemOf(read, calendar, a)))
            .Where(i => i.Spans.Any(s => s.From.Date >= from && s.From.Date <= until))
            .ToList();
        return new CalendarPageView
        {
            Now = read.Now,
            Opens = drawn.Min(d => d.From),
            Closes = drawn.Max(d => d.Until),
            StepMinutes = PlannedWork.Step,
            Days = range.ConvertAll(day => DayOf(read, calendar.LoadOf(day), day)),
            Technicians = read.Technicians.ConvertAll(t => LaneOf(read, t, range)),
            Bays = read.Bays.ConvertAll(b => LaneOf(read, b, range)),
            Items = items,
            Expected = await ExpectedAsync(db),
            Moved = [.. read.Moves.Select(m => MovedOf(read, m))],
            Missed =
            [
                .. read
                    .Appointments.Where(a => a.State == AppointmentState.Missed && a.Start.Date >= from && a.Start.Date <= until)
                    .Select(a => new MissedAppointment(a.Id, NameOf(read, a), a.Start, a.Reason)),
            ],
        };
    }

    private static CalendarDay DayOf(CalendarReader read, DayLoad load, LocalDate day) =>
        new()
        {
            Day = day,
            IsClosed = load.ClosedBecause is not null,
            ClosedBecause = load.ClosedBecause ?? "",
            Planned = load.Planned.Value,
            Uncertain = load.Uncertain.Value,
            There = load.There.Value,
            Skills = [.. load.Skills.Select(s => new CalendarSkill(s.Skill, s.Planned.Value, s.There.Value))],
            Appointments = read.Appointments.Count(a => a.IsOn && a.Start.Date == day),
        };

    private static CalendarLane LaneOf(CalendarReader read, StaffMember person, List<LocalDate> days) =>
        new()
        {
            Id = person.Id,
            Name = person.ShortName,
            Able = string.Join(", ", person.Skills),
            Hours = [.. days.SelectMany(d => SpansOf(person.StretchesOn(d, read.Shop, read.Absences)))],
            Away =
            [
                .. days.Where(d => read.Shop.HoursOn(d) is not null && person.StretchesOn(d, read.Shop, read.Absences).Count == 0)
                    .Select(d => new CalendarAway(
                        d,
                        read.Absences.Find(a => a.StaffId == person.Id && a.Covers(d)) is { } away
                            ? away.Reason.Length > 0
                                ? $"away, {away.Reason}"
                                : "away"
                            : "off"
                    )),
            ],
        };

    private static CalendarLane LaneOf(CalendarReader read, Bay bay, List<LocalDate> days) =>
        new()
        {
            Id = bay.Id,
            Name = bay.Name,
            Able = string.Join(", ", bay.Equipment),
            Hours = [.. days.SelectMany(d => SpansOf(read.Shop.HoursOn(d)?.StretchesOn(d) ?? []))],
            Away = [],
        };

    private static IEnumerable<CalendarSpan> SpansOf(IEnumerable<(LocalDateTime From, LocalDateTime Until)> stretches) =>
        stretches.Select(s => new CalendarSpan(s.From, s.Until));

    private static CalendarItem ItemOf(CalendarReader read, ShopCalendar calendar, CalendarReader.PlannedJob planned)
    {
        var (plan, order, job, entry) = planned;
        var running = read.OnTheClock.Contains(job.Id);
        return new CalendarItem
        {
            Kind = CalendarKind.Job,
            Id = job.Id,
            OrderId = order.Id,
            State = null,
            Plate = read.PlateOf(order.VehicleId),
            Vehicle = "",
            Customer = read.CustomerOf(order.CustomerId),
            Title = job.Title,
            TechnicianId = plan.TechnicianId,
            BayId = plan.BayId,
            Start = plan.Start,
            End = calendar.EndOf(entry),
            Spans = SpansOf(calendar, entry),
            Minutes = entry.Minutes,
            IsCertain = entry.IsCertain,
            IsFixed = plan.IsFixed,
            IsHeld = running || entry.IsOver,
            IsOver = entry.IsOver,
            Transport = "",
            Warnings = running ? [] : [.. calendar.WarningsOf(entry).Select(w => w.Words)],
            Version = plan.Version,
        };
    }

    private static CalendarItem ItemOf(CalendarReader read, ShopCalendar calendar, Appointment appointment)
    {
        var entry = read.EntryOf(appointment);
        var mark = read.IsPlannedByJobs(appointment) ? entry with { Minutes = PlannedWork.Step } : entry;
        return new CalendarItem
        {
            Kind = CalendarKind.Appointment,
            Id = appointment.Id,
            OrderId = appointment.OrderId,
            State = appointment.State,
            Plate = read.PlateOf(appointment),
            Vehicle = read.VehicleOf(appointment),
            Customer = read.CustomerOf(appointment),
            Title = appointment.Title,
            TechnicianId = appointment.TechnicianId,
            BayId = appointment.BayId,
            Start = appointment.Start,
            End = calendar.EndOf(mark),
            Spans = SpansOf(calendar, mark),
            Minutes = appointment.Minutes,
            IsCertain = entry.IsCertain,
            IsFixed = false,
            IsHeld = !appointment.IsToCome,
            IsOver = !appointment.IsOn,
            Transport = Appointment.Word(appointment.Transport),
            Warnings = appointment.IsToCome && mark == entry ? [.. calendar.WarningsOf(entry).Select(w => w.Words)] : [],
            Version = appointment.Version,
        };
    }

    private static IReadOnlyList<CalendarSpan> SpansOf(ShopCalendar calendar, CalendarEntry entry) =>
        [.. calendar.PiecesOf(entry).Select(p => new CalendarSpan(p.From, p.Until))];

    private static string NameOf(CalendarReader read, Appointment appointment) =>
        string.Join(", ", new[] { read.CustomerOf(appointment), read.PlateOf(appointment), appointment.Title }.Where(w => w.Length > 0));

    private static async Task<IReadOnlyList<ExpectedOrder>> ExpectedAsync(ShopDb db)
    {
        var orders = await db
            .Orders.AsNoTracking()
            .Where(o => o.State == OrderState.Open && o.Stage == Stage.Expected && o.VehicleId != null)
            .Where(o => !db.Appointments.Any(a => a.OrderId == o.Id && a.State != AppointmentState.Canceled))
            .Where(o => !db.PlannedWork.Any(p => p.OrderId == o.Id))
            .OrderBy(o => o.ArrivesAt)
            .ThenBy(o => o.Id)
            .Select(o => new
            {
                o.Id,
                o.Number,
                o.VehicleId,
                o.CustomerId,
                o.Title,
                o.ArrivesAt,
            })
            .ToListAsync();
        var vehicleIds = orders.Select(o => o.VehicleId!.Value).ToList();
        var customerIds = orders.Select(o => o.CustomerId).OfType<long>().ToList();
        var vehicles = await db.Vehicles.AsNoTracking().Where(v => vehicleIds.Contains(v.Id)).ToDictionaryAsync(v => v.Id);
        var customers = await db
            .Customers.AsNoTracking()
            .IgnoreAutoIncludes()
            .Where(c => customerIds.Contains(c.Id))
            .ToDictionaryAsync(c => c.Id);
        return
        [
            .. orders.Select(o => new ExpectedOrder(
                o.Id,
                o.Number,
                vehicles[o.VehicleId!.Value].Plate.Text,
                o.CustomerId is { } id ? customers[id].DisplayName : "",
                o.Title,
                o.ArrivesAt
            )),
        ];
    }

    private static MovedAppointment MovedOf(CalendarReader read, CalendarReader.MoveAway move) =>
        new(move.Appointment.Id, NameOf(read, move.Appointment), move.Move.From, move.Move.To, move.Move.Reason, move.By);
}
