using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Floor;
using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Schedule;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;

namespace Yardstick.Server.Schedule;

/// <summary>Reads what stands in the calendar in some days, with everything that its rules need.</summary>
internal sealed class CalendarReader
{
    /// <summary>Work that began so many days before may still be going on.</summary>
    private const int DaysBefore = 21;

    private const int LeastMinutes = 15;

    /// <summary>A planned job, and as something that takes time.</summary>
    internal sealed record PlannedJob(PlannedWork Plan, Order Order, Job Job, CalendarEntry Entry);

    /// <summary>A move of an appointment, and who moved it.</summary>
    internal sealed record MoveAway(AppointmentMove Move, Appointment Appointment, string By);

    /// <summary>The shop.</summary>
    internal required Shop Shop { get; init; }

    /// <summary>Wall time.</summary>
    internal required LocalDateTime Now { get; init; }

    /// <summary>Active technicians.</summary>
    internal required List<StaffMember> Technicians { get; init; }

    /// <summary>Who is away.</summary>
    internal required List<Absence> Absences { get; init; }

    /// <summary>Bays in use.</summary>
    internal required List<Bay> Bays { get; init; }

    /// <summary>Appointments.</summary>
    internal required List<Appointment> Appointments { get; init; }

    /// <summary>Moves of appointments away from one of the days.</summary>
    internal required List<MoveAway> Moves { get; init; }

    private List<PlannedWork> Planned { get; init; } = [];

    private Dictionary<long, Order> Orders { get; init; } = [];

    private readonly Lazy<IReadOnlyList<PlannedJob>> jobs;
    private readonly Lazy<HashSet<long>> ordersWithJobs;

    private CalendarReader()
    {
        jobs = new(() => [.. PlannedJobs()]);
        ordersWithJobs = new(() => [.. Jobs.Select(j => j.Order.Id)]);
    }

    /// <summary>Planned jobs that count: on their order and agreed to, or open.</summary>
    internal IReadOnlyList<PlannedJob> Jobs => jobs.Value;

    /// <summary>Times that run now, by job.</summary>
    internal required HashSet<long> OnTheClock { get; init; }

    private Dictionary<long, string> Plates { get; init; } = [];

    private Dictionary<long, string> Vehicles { get; init; } = [];

    private Dictionary<long, string> Customers { get; init; } = [];

    private List<PurchaseOrder> Purchases { get; init; } = [];

    /// <summary>Reads it.</summary>
    /// <param name="db">The database.</param>
    /// <param name="from">First day.</param>
    /// <param name="until">Last day.</param>
    /// <param name="utcNow">Now, UTC.</param>
    internal static async Task<CalendarReader> ReadAsync(ShopDb db, LocalDate from, LocalDate until, Instant utcNow)
    {
        var shop = await db.Shops.AsNoTracking().SingleAsync();
        var (first, end) = (from.PlusDays(-DaysBefore).AtMidnight(), until.PlusDays(1).AtMidnight());
        var appointments = await db
            .Appointments.AsNoTracking()
            .Include(a => a.Services)
            .Where(a => a.Start >= first && a.Start < end && a.State != AppointmentState.Canceled)
            .OrderBy(a => a.Start)
            .ThenBy(a => a.Id)
            .ToListAsync();
        var planned = await db.PlannedWork.AsNoTracking().Where(p => p.Start >= first && p.Start < end).OrderBy(p => p.Id).ToListAsync();
        var moves = await db
            .AppointmentMoves.AsNoTracking()
            .Where(m => m.From >= from.AtMidnight() && m.From < end)
            .OrderBy(m => m.At)
            .ToListAsync();
        var movedIds = moves.Select(m => m.AppointmentId).ToList();
        var moved = await db
            .Appointments.AsNoTracking()
            .Include(a => a.Services)
            .Where(a => movedIds.Contains(a.Id))
            .ToDictionaryAsync(a => a.Id);
        var ids = planned.Select(p => p.OrderId).Concat(appointments.Select(a => a.OrderId).OfType<long>()).Distinct().ToList();
        var orders = await db
            .Orders.Include(o => o.Jobs)
                .ThenInclude(j => j.Lines)
            .Where(o => ids.Contains(o.Id))
            .AsNoTrackingWithIdentityResolution()
            .AsSplitQuery()
            .ToDictionaryAsync(o => o.Id);
        var named = appointments.Concat(moved.Values).ToList();
        var vehicleIds = orders.Values.Select(o => o.VehicleId).Concat(named.Select(a => a.VehicleId)).OfType<long>().ToList();
        var customerIds = orders.Values.Select(o => o.CustomerId).Concat(named.Select(a => a.CustomerId)).OfType<long>().ToList();
        var names = await db.ShortNamesAsync();
        var vehicles = await db.Vehicles.AsNoTracking().Where(v => vehicleIds.Contains(v.Id)).ToListAsync();
        var open = orders.Values.Where(o => o.State == OrderState.Open).Select(o => o.Id).ToList();
        var purchaseIds = await db
            .PurchaseOrderLines.Where(l => l.OrderId != null && open.Contains(l.OrderId.Value))
            .Select(l => l.PurchaseOrderId)
            .Distinct()
            .ToListAsync();
        return new CalendarReader
        {
            Shop = shop,
            Now = shop.Local(utcNow),
            Technicians = await db.Staff.AsNoTracking().Where(s => s.Active && s.Role == Role.Technician).OrderBy(s => s.Id).ToListAsync(),
            // Work goes on past them, before the days that are asked for and after.
            Absences = await db.Absences.AsNoTracking().Where(a => a.RemovedAt == null && a.Until >= first.Date).ToListAsync(),
            Bays = await db.Bays.AsNoTracking().Where(b => b.RetiredAt == null).OrderBy(b => b.Id).ToListAsync(),
            Appointments = appointments,
            Planned = planned,
            Moves = moves.ConvertAll(m => new MoveAway(m, moved[m.AppointmentId], names.GetValueOrDefault(m.ById, ""))),
            Orders = orders,
            OnTheClock = [.. await db.TimeEntries.Where(t => t.End == null).Select(t => t.JobId).ToListAsync()],
            Plates = vehicles.ToDictionary(v => v.Id, v => v.Plate.Text),
            Vehicles = vehicles.ToDictionary(v => v.Id, v => v.ShortDescription),
            Customers = (
                await db.Customers.AsNoTracking().IgnoreAutoIncludes().Where(c => customerIds.Contains(c.Id)).ToListAsync()
            ).ToDictionary(c => c.Id, c => c.DisplayName),
            Purchases = await db
                .PurchaseOrders.AsNoTracking()
                .Include(p => p.Lines)
                .Where(p => purchaseIds.Contains(p.Id))
                .OrderBy(p => p.Id)
                .ToListAsync(),
        };
    }

    private IEnumerable<PlannedJob> PlannedJobs() =>
        from plan in Planned
        let order = Orders.GetValueOrDefault(plan.OrderId)
        where order is { State: OrderState.Open or OrderState.Posted }
        let job = order.OnJobs.FirstOrDefault(j => j.Id == plan.JobId)
        where job is { Decision: DecisionKind.Approved or DecisionKind.Proposed }
        select new PlannedJob(plan, order, job, EntryOf(plan, order, job));

    private CalendarEntry EntryOf(PlannedWork plan, Order order, Job job) =>
        new()
        {
            Kind = CalendarKind.Job,
            Id = job.Id,
            OrderId = order.Id,
            Name = NameOf(PlateOf(order.VehicleId), job.Title),
            At = new Placement(plan.TechnicianId, plan.BayId, plan.Start),
            Minutes = MinutesOf(job),
            Skill = job.Skill,
            Equipment = job.Equipment,
            PromisedAt = order.State == OrderState.Open && order.Stage < Stage.Done ? order.PromisedAt : null,
            PartsAt = PartsOf(job),
            IsCertain = job.Decision == DecisionKind.Approved,
            IsOver = job.Progress == JobProgress.Finished || order.State != OrderState.Open,
        };

    /// <summary>A job that nobody planned as something that takes time.</summary>
    internal CalendarEntry EntryOf(Order order, Job job, Placement at) =>
        EntryOf(new PlannedWork { JobId = job.Id, OrderId = order.Id }, order, job) with
        {
            At = at,
        };

    /// <summary>An appointment as something that takes time.</summary>
    internal CalendarEntry EntryOf(Appointment appointment) =>
        new()
        {
            Kind = CalendarKind.Appointment,
            Id = appointment.Id,
            OrderId = appointment.OrderId,
            Name = NameOf(PlateOf(appointment), appointment.Title),
            At = new Placement(appointment.TechnicianId, appointment.BayId, appointment.Start),
            Minutes = appointment.Minutes,
            Skill = appointment.Services.Select(s => s.Skill).FirstOrDefault(s => s.Length > 0) ?? "",
            Equipment = [.. appointment.Services.SelectMany(s => s.Equipment).Distinct(StringComparer.OrdinalIgnoreCase)],
            IsCertain = appointment.State is AppointmentState.Confirmed or AppointmentState.Arrived,
            IsOver = !appointment.IsOn,
        };

    /// <summary>Whether the work of an appointment stands in the calendar by its order's own jobs, so that it takes no time itself.</summary>
    internal bool IsPlannedByJobs(Appointment appointment) => appointment.OrderId is { } orderId && ordersWithJobs.Value.Contains(orderId);

    /// <summary>The calendar with everything in it.</summary>
    internal ShopCalendar Calendar() => Calendar([.. Entries]);

    /// <summary>The same, and what nobody was chosen for where the plan would have it done.</summary>
    /// <param name="plan">What the shop has to do.</param>
    internal ShopCalendar CalendarWithUnassigned(ShopPlan plan)
    {
        var places = plan.Unassigned();
        var at = places.ToDictionary(p => (p.Kind, p.Id), p => p.At);
        var known = Entries.Select(e => at.GetValueOrDefault((e.Kind, e.Id)) is { } place ? e with { At = place } : e).ToList();
        var there = known.Where(e => e.Kind == CalendarKind.Job).Select(e => e.Id).ToHashSet();
        var orders = plan.Orders.ToDictionary(o => o.Id);
        var more =
            from place in places
            where place.Kind == CalendarKind.Job && !there.Contains(place.Id)
            let order = orders[place.OrderId!.Value]
            select EntryOf(order, order.OnJobs.First(j => j.Id == place.Id), place.At);
        return Calendar([.. known, .. more]);
    }

    private ShopCalendar Calendar(IReadOnlyList<CalendarEntry> entries) => new(Shop, Technicians, Absences, Bays, entries);

    private IEnumerable<CalendarEntry> Entries =>
        [.. Jobs.Select(j => j.Entry), .. Appointments.Where(a => a.IsOn && !IsPlannedByJobs(a)).Select(EntryOf)];

    /// <summary>Plate of an appointment's vehicle; empty where none is known.</summary>
    internal string PlateOf(Appointment appointment) => PlateOf(appointment.VehicleId);

    /// <summary>Plate of a vehicle; empty where none is known.</summary>
    internal string PlateOf(long? vehicleId) => vehicleId is { } id ? Plates.GetValueOrDefault(id, "") : "";

    /// <summary>The vehicle of an appointment in words.</summary>
    internal string VehicleOf(Appointment appointment) =>
        appointment.VehicleId is { } id ? Vehicles.GetValueOrDefault(id, "") : appointment.Vehicle;

    /// <summary>The customer of an appointment.</summary>
    internal string CustomerOf(Appointment appointment) => CustomerOf(appointment.CustomerId, appointment.Name);

    /// <summary>A customer's name, or what was typed for one who is not on file.</summary>
    internal string CustomerOf(long? customerId, string typed = "") =>
        customerId is { } id ? Customers.GetValueOrDefault(id, typed) : typed;

    /// <summary>Minutes that are sold of a job.</summary>
    internal static int MinutesOf(Job job) => Math.Max(LeastMinutes, (int)decimal.Ceiling(job.SoldHours.Value * 60));

    private LocalDateTime? PartsOf(Job job)
    {
        var lines = job.OnLines.OfType<PartLine>().Where(l => l.IsOpen).Select(l => l.Id).ToHashSet();
        return
            Purchases.Where(p => p.IsOpen && p.Lines.Exists(l => l.LineId is { } id && lines.Contains(id))).Max(p => p.ExpectedAt) is { } at
            ? Shop.Local(at)
            : null;
    }

    private static string NameOf(string plate, string title) => plate.Length > 0 ? $"{plate}, {title}" : title;
}
