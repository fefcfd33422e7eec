using Microsoft.EntityFrameworkCore;
using NodaTime.Text;
using Yardstick.Core;
using Yardstick.Core.Floor;
using Yardstick.Core.Orders;
using Yardstick.Core.Schedule;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Schedule;

/// <summary>The calendar of some days: who does what where, what is amiss, how full the days are. No prices.</summary>
public static class CalendarView
{
    private const int MostDays = 42;

    /// <summary>A stretch of time on one day, wall time.</summary>
    public sealed record CalendarSpan(LocalDateTime From, LocalDateTime Until);

    /// <summary>Hours of a skill on a day.</summary>
    public sealed record CalendarSkill(string Skill, decimal Planned, decimal There);

    /// <summary>A day.</summary>
    public sealed record CalendarDay
    {
        /// <summary>The day.</summary>
        public required LocalDate Day { get; init; }

        /// <summary>The shop is closed.</summary>
        public required bool IsClosed { get; init; }

        /// <summary>Why it is closed; empty where it is open or nobody said.</summary>
        public required string ClosedBecause { get; init; }

        /// <summary>Hours that stand on it.</summary>
        public required decimal Planned { get; init; }

        /// <summary>Those of them that are not certain.</summary>
        public required decimal Uncertain { get; init; }

        /// <summary>Hours for which technicians are there.</summary>
        public required decimal There { get; init; }

        /// <summary>The same by skill, the tightest first.</summary>
        public required IReadOnlyList<CalendarSkill> Skills { get; init; }

        /// <summary>Appointments on it that are on or came.</summary>
        public required int Appointments { get; init; }
    }

    /// <summary>A technician or a bay: a lane.</summary>
    public sealed record CalendarLane
    {
        /// <summary>Key.</summary>
        public required long Id { get; init; }

        /// <summary>Short name.</summary>
        public required string Name { get; init; }

        /// <summary>Skills, or equipment, with commas.</summary>
        public required string Able { get; init; }

        /// <summary>When the person works, or the shop is open.</summary>
        public required IReadOnlyList<CalendarSpan> Hours { get; init; }

        /// <summary>Days on which the person is away, with why.</summary>
        public required IReadOnlyList<CalendarAway> Away { get; init; }
    }

    /// <summary>A day on which somebody is away.</summary>
    public sealed record CalendarAway(LocalDate Day, string Why);

    /// <summary>Something in the calendar.</summary>
    public sealed record CalendarItem
    {
        /// <summary>Job or appointment.</summary>
        public required CalendarKind Kind { get; init; }

        /// <summary>Key of it.</summary>
        public required long Id { get; init; }

        /// <summary>Its order.</summary>
        public required long? OrderId { get; init; }

        /// <summary>How far an appointment is; null for a job.</summary>
        public required AppointmentState? State { get; init; }

        /// <summary>Plate; empty where none is known.</summary>
        public required string Plate { get; init; }

        /// <summary>Vehicle in words.</summary>
        public required string Vehicle { get; init; }

        /// <summary>Customer.</summary>
        public required string Customer { get; init; }

        /// <summary>What is to be done.</summary>
        public required string Title { get; init; }

        /// <summary>Who does it.</summary>
        public required long? TechnicianId { get; init; }

        /// <summary>Where.</summary>
        public required long? BayId { get; init; }

        /// <summary>When it begins, wall time.</summary>
        public required LocalDateTime Start { get; init; }

        /// <summary>When it ends, wall time.</summary>
        public required LocalDateTime End { get; init; }

        /// <summary>The same in stretches of a day each.</summary>
        public required IReadOnlyList<CalendarSpan> Spans { get; init; }

        /// <summary>Minutes of work.</summary>
        public required int Minutes { get; init; }

        /// <summary>Approved or confirmed.</summary>
        public required bool IsCertain { get; init; }

        /// <summary>Somebody fixed it.</summary>
        public required bool IsFixed { get; init; }

        /// <summary>It is over, or somebody is on it: it is not moved.</summary>
        public required bool IsHeld { get; init; }

        /// <summary>It is over.</summary>
        public required bool IsOver { get; init; }

        /// <summary>What the customer does meanwhile, in words; empty for a job.</summary>
        public required string Transport { get; init; }

        /// <summary>What is amiss.</summary>
        public required IReadOnlyList<string> Warnings { get; init; }

        /// <summary>Version.</summary>
        public required int Version { get; init; }
    }

    /// <summary>An order whose vehicle is to come and that has no appointment.</summary>
    public sealed record ExpectedOrder(long OrderId, long Number, string Plate, string Customer, string Title, LocalDateTime? ArrivesAt);

    /// <summary>An appointment that was moved.</summary>
    public sealed record MovedAppointment(long AppointmentId, string Name, LocalDateTime From, LocalDateTime To, string Reason, string By);

    /// <summary>An appointment that was missed.</summary>
    public sealed record MissedAppointment(long AppointmentId, string Name, LocalDateTime Start, string Reason);

    /// <summary>The calendar.</summary>
    public sealed record CalendarPageView
    {
        /// <summary>Wall time.</summary>
        public required LocalDateTime Now { get; init; }

        /// <summary>The earliest opening of a day in it.</summary>
        public required LocalTime Opens { get; init; }

        /// <summary>The latest closing.</summary>
        public required LocalTime Closes { get; init; }

        /// <summary>Minutes by which things are placed.</summary>
        public required int StepMinutes { get; init; }

        /// <summary>Days in order.</summary>
        public required IReadOnlyList<CalendarDay> Days { get; init; }

        /// <summary>Technicians.</summary>
        public required IReadOnlyList<CalendarLane> Technicians { get; init; }

        /// <summary>Bays.</summary>
        public required IReadOnlyList<CalendarLane> Bays { get; init; }

        /// <summary>What stands in it.</summary>
        public required IReadOnlyList<CalendarItem> Items { get; init; }

        /// <summary>Orders whose vehicle is to come and that have no appointment.</summary>
        public required IReadOnlyList<ExpectedOrder> Expected { get; init; }

        /// <summary>Moves away from one of its days.</summary>
        public required IReadOnlyList<MovedAppointment> Moved { get; init; }

        /// <summary>Appointments that were missed on one of its days.</summary>
        public required IReadOnlyList<MissedAppointment> Missed { get; init; }
    }

    /// <summary>What would be amiss with a place.</summary>
    public sealed record PlacementAnswer(IReadOnlyList<string> Warnings, LocalDateTime End);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/calendar", ShowAsync).Asks(Permission.SeeFloor).Produces<CalendarPageView>().ProducesProblem(422);
        api.MapGet("/calendar/check", CheckAsync)
            .Asks(Permission.PlanWork)
            .Produces<PlacementAnswer>()
            .ProducesProblem(404)
            .ProducesProblem(422);
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
        var drawn = range.ConvertAll(read.Shop.DrawnOn);
        var items = read.PlannedJobs()
            .Select(p => ItemOf(read, calendar, p.Plan, p.Order, p.Job))
            .Concat(read.Appointments.Select(a => ItemOf(read, calendar, a)))
            .Where(i => i.Spans.Any(s => s.From.Date >= from && s.From.Date <= until))
            .ToList();
        var certain = items.Where(i => i.IsCertain).Select(i => (i.Kind, i.Id)).ToHashSet();
        return new CalendarPageView
        {
            Now = read.Now,
            Opens = drawn.Min(d => d.From),
            Closes = drawn.Max(d => d.Until),
            StepMinutes = PlannedWork.Step,
            Days = range.ConvertAll(day => DayOf(read, calendar.LoadOf(day, e => certain.Contains((e.Kind, e.Id))), day)),
            Technicians = read.Technicians.ConvertAll(t => LaneOf(read, t, range)),
            Bays = read.Bays.ConvertAll(b => LaneOf(read, b, range)),
            Items = items,
            Expected = await ExpectedAsync(db),
            Moved = await MovedAsync(db, read, from, until),
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
            Hours = [.. days.SelectMany(d => SpansOf(d, person.WorksOn(d, read.Shop, read.Absences)))],
            Away =
            [
                .. days.Where(d => read.Shop.HoursOn(d) is not null && person.WorksOn(d, read.Shop, read.Absences) is null)
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
            Hours = [.. days.SelectMany(d => SpansOf(d, read.Shop.HoursOn(d)))],
            Away = [],
        };

    private static IEnumerable<CalendarSpan> SpansOf(LocalDate day, DayHours? hours)
    {
        if (hours is null)
            yield break;
        if (hours is { BreakFrom: { } from, BreakUntil: { } until })
        {
            yield return new CalendarSpan(day + hours.From, day + from);
            yield return new CalendarSpan(day + until, day + hours.Until);
        }
        else
            yield return new CalendarSpan(day + hours.From, day + hours.Until);
    }

    private static CalendarItem ItemOf(CalendarReader read, ShopCalendar calendar, PlannedWork plan, Order order, Job job)
    {
        var entry = read.EntryOf(plan, order, job);
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
            IsCertain = job.Decision == DecisionKind.Approved,
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
            IsCertain = appointment.State is AppointmentState.Confirmed or AppointmentState.Arrived,
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

    private static async Task<IReadOnlyList<MovedAppointment>> MovedAsync(ShopDb db, CalendarReader read, LocalDate from, LocalDate until)
    {
        var (first, end) = (from.AtMidnight(), until.PlusDays(1).AtMidnight());
        var moves = await db
            .AppointmentMoves.AsNoTracking()
            .Where(m => m.From >= first && m.From < end)
            .Join(db.Appointments.Include(a => a.Services), m => m.AppointmentId, a => a.Id, (m, a) => new { Move = m, Appointment = a })
            .OrderBy(m => m.Move.At)
            .ToListAsync();
        var people = moves.Select(m => m.Move.ById).Distinct().ToList();
        var names = await db.Staff.Where(s => people.Contains(s.Id)).ToDictionaryAsync(s => s.Id, s => s.ShortName);
        return
        [
            .. moves.Select(m => new MovedAppointment(
                m.Appointment.Id,
                NameOf(read, m.Appointment),
                m.Move.From,
                m.Move.To,
                m.Move.Reason,
                names.GetValueOrDefault(m.Move.ById, "")
            )),
        ];
    }

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
