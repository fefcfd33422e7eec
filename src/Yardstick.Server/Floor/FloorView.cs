using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Floor;
using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Schedule;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Live;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;
using Yardstick.Server.Schedule;

namespace Yardstick.Server.Floor;

/// <summary>The floor at a glance: every open order by stage, the day of every technician, and every promise of today.</summary>
public static class FloorView
{
    /// <summary>A technician's lane.</summary>
    /// <param name="Id">Key.</param>
    /// <param name="ShortName">First name and initial.</param>
    /// <param name="Skills">Skills, with commas.</param>
    /// <param name="Present">Clocked in for the day.</param>
    /// <param name="Day">What is to be known of the day: away, off, until 2:00 pm; empty for a day as long as the shop's.</param>
    public sealed record FloorPerson(long Id, string ShortName, string Skills, bool Present, string Day);

    /// <summary>A bay: a lane of the other face.</summary>
    public sealed record FloorBay(long Id, string Name, string Equipment);

    /// <summary>Somebody to whom a vehicle can be handed, or whose vehicles can be looked at.</summary>
    public sealed record FloorStaff(long Id, string ShortName, Role Role);

    /// <summary>A vehicle that was handed over and not taken yet.</summary>
    public sealed record FloorHandover(long Id, long FromId, long ToId, string From, string To, string Note, string StageName, Instant At);

    /// <summary>Work beside the stage.</summary>
    public sealed record FloorAfterWork(long Id, string Title, AfterWorkStep Step, string By);

    /// <summary>A planned job on the day's axis; times are wall time.</summary>
    public sealed record FloorBlock(
        long JobId,
        long OrderId,
        long? TechnicianId,
        long? BayId,
        bool IsFixed,
        string Plate,
        string Title,
        LocalDateTime Start,
        LocalDateTime End,
        decimal Hours,
        decimal DoneShare,
        bool Finished,
        bool OnTheClock,
        int MinutesOver,
        bool Certain,
        string Why,
        int Version
    );

    /// <summary>Approved or proposed work that nobody planned.</summary>
    public sealed record UnplannedJob(
        long JobId,
        long OrderId,
        string Plate,
        string Title,
        decimal Hours,
        bool Approved,
        long? TechnicianId
    );

    /// <summary>An open order.</summary>
    public sealed record FloorCard(
        long Id,
        long Number,
        string Plate,
        string Vehicle,
        string Customer,
        string Title,
        string KeyTag,
        Stage Stage,
        long StageId,
        Instant StageSince,
        LocalDateTime? PromisedAt,
        PromiseState PromiseState,
        LocalDateTime? ReadyAt,
        string WhyLate,
        string WaitsFor,
        string Job,
        string ProgressNote,
        long WriterId,
        IReadOnlyList<string> Labels,
        FloorHandover? Handover,
        bool CheckPending,
        IReadOnlyList<FloorAfterWork> AfterWork,
        long? LeadId,
        IReadOnlyList<long> TechnicianIds,
        decimal Progress,
        bool HasPriority,
        int Version
    );

    /// <summary>A stage and its name.</summary>
    /// <param name="Id">Key.</param>
    /// <param name="Name">What people call it.</param>
    /// <param name="Meaning">What it means.</param>
    /// <param name="IsWaiting">Cars in it are with nobody just now.</param>
    /// <param name="Roles">Roles whose floor shows it; none: all.</param>
    /// <param name="IsRetired">Cars that are in it stay until they are moved; none comes.</param>
    public sealed record StageView(long Id, string Name, Stage Meaning, bool IsWaiting, IReadOnlyList<Role> Roles, bool IsRetired);

    /// <summary>The floor.</summary>
    /// <param name="Now">Wall time.</param>
    /// <param name="Opens">When the shop opens.</param>
    /// <param name="Closes">When it closes.</param>
    /// <param name="Stages">The shop's stages in order, and retired ones in which cars still are.</param>
    /// <param name="People">Technicians.</param>
    /// <param name="Bays">Bays in use.</param>
    /// <param name="Staff">Everybody who is on staff.</param>
    /// <param name="Blocks">Planned work of today.</param>
    /// <param name="Unplanned">Work that waits to be planned.</param>
    /// <param name="Cards">Cars.</param>
    /// <param name="HoursSoldToday">Hours of the work that is planned for today.</param>
    /// <param name="HoursToday">Hours that all technicians have today.</param>
    /// <param name="PlanStepMinutes">Minutes by which work is planned.</param>
    public sealed record FloorPageView(
        LocalDateTime Now,
        LocalTime Opens,
        LocalTime Closes,
        IReadOnlyList<StageView> Stages,
        IReadOnlyList<FloorPerson> People,
        IReadOnlyList<FloorBay> Bays,
        IReadOnlyList<FloorStaff> Staff,
        IReadOnlyList<FloorBlock> Blocks,
        IReadOnlyList<UnplannedJob> Unplanned,
        IReadOnlyList<FloorCard> Cards,
        decimal HoursSoldToday,
        decimal HoursToday,
        int PlanStepMinutes
    );

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet("/floor", (ReadModel<FloorPageView> floor, HttpContext http) => floor.AnswerAsync(http))
            .Asks(Permission.SeeFloor)
            .Produces<FloorPageView>()
            .Produces(304);

    /// <summary>The floor is the same for everybody: one computation serves all screens.</summary>
    internal static ReadModel<FloorPageView> Model(IServiceProvider services) =>
        // An order's version moves with every edit of it; a move of a car asks only whether the car was moved since.
        new(
            services,
            new Topic(TopicKind.Floor),
            new HashSet<TopicKind> { TopicKind.Floor, TopicKind.Setup },
            TimeSpan.FromSeconds(20),
            ReadAsync,
            WithoutTime
        );

    /// <summary>What moves by the clock alone is read again every minute anyway.</summary>
    private static FloorPageView WithoutTime(FloorPageView floor) =>
        floor with
        {
            Now = default,
            Cards = [.. floor.Cards.Select(c => c with { Version = 0 })],
            Blocks = [.. floor.Blocks.Select(b => b.OnTheClock ? b with { End = default, DoneShare = 0, MinutesOver = 0 } : b)],
        };

    private static async Task<FloorPageView> ReadAsync(ShopDb db, Instant utcNow)
    {
        var shop = await db.Shops.SingleAsync();
        var orders = await db
            .Orders.Include(o => o.Jobs)
                .ThenInclude(j => j.Lines)
            .Where(o =>
                o.State == OrderState.Open || o.State == OrderState.Posted && o.Stage == Stage.Done && o.PostedAt > utcNow.PlusDays(-14)
            )
            .ToListAsync();
        var ids = orders.ConvertAll(o => o.Id);
        var (vehicleIds, customerIds) = (
            orders.Select(o => o.VehicleId).OfType<long>().ToList(),
            orders.Select(o => o.CustomerId).OfType<long>().ToList()
        );
        var vehicles = await db.Vehicles.Where(v => vehicleIds.Contains(v.Id)).ToDictionaryAsync(v => v.Id);
        var customers = await db.Customers.Where(c => customerIds.Contains(c.Id)).IgnoreAutoIncludes().ToDictionaryAsync(c => c.Id);
        var technicians = await db.Staff.Where(s => s.Role == Role.Technician && s.Active).OrderBy(s => s.Id).ToListAsync();
        var present = await db.Attendances.Where(a => a.End == null).Select(a => a.StaffId).ToListAsync();
        var planned = await db.PlannedWork.Where(p => ids.Contains(p.OrderId)).ToListAsync();
        var times = await db.TimeEntries.Where(t => ids.Contains(t.OrderId)).ToListAsync();
        var purchaseIds = await db
            .PurchaseOrderLines.Where(l => l.OrderId != null && ids.Contains(l.OrderId.Value))
            .Select(l => l.PurchaseOrderId)
            .Distinct()
            .ToListAsync();
        var purchases = await db
            .PurchaseOrders.Include(p => p.Lines)
            .Where(p => purchaseIds.Contains(p.Id) && p.State != PurchaseOrderState.Received)
            .ToListAsync();
        var suppliers = await db.Suppliers.ToDictionaryAsync(s => s.Id, s => s.Name);
        var day = new DayPlan(shop, utcNow, planned, times, purchases);
        var today = day.Now.Date;
        var stages = await db.StageListAsync();
        // Whoever was away yesterday is not there from the night.
        var absences = await db.Absences.Where(a => a.RemovedAt == null && a.Until >= today.PlusDays(-1)).ToListAsync();
        var drawn = shop.DrawnOn(today, technicians, absences);

        var bays = await db.Bays.AsNoTracking().Where(b => b.RetiredAt == null).OrderBy(b => b.Id).ToListAsync();
        var ahead = new ShopPlan
        {
            Shop = shop,
            UtcNow = utcNow,
            Technicians = technicians,
            Absences = absences,
            Bays = bays,
            Orders = [.. orders.Where(o => o is { State: OrderState.Open, Stage: < Stage.Done, VehicleId: not null }).OrderBy(o => o.Id)],
            Planned = planned,
            Times = times,
            Purchases = purchases,
            Appointments = await Promises.AppointmentsAsync(db, day.Now, orders),
        };
        var staff = await db.Staff.AsNoTracking().Where(s => s.Active).OrderBy(s => s.Role).ThenBy(s => s.Id).ToListAsync();
        var names = staff.ToDictionary(s => s.Id, s => s.ShortName);
        var handovers = await db
            .Handovers.AsNoTracking()
            .Where(Handover.Waiting)
            .Where(h => ids.Contains(h.OrderId))
            .ToDictionaryAsync(h => h.OrderId);
        var afterWork = (
            await db.AfterWork.AsNoTracking().Where(AfterWork.Open).Where(a => ids.Contains(a.OrderId)).ToListAsync()
        ).ToLookup(a => a.OrderId);
        var labels = (
            await db
                .LabelsOn.Where(l => ids.Contains(l.TargetId))
                .Join(db.Labels.Where(l => l.Kind == RecordKind.Order), on => on.LabelId, l => l.Id, (on, l) => new { on.TargetId, l.Name })
                .ToListAsync()
        ).ToLookup(l => l.TargetId, l => l.Name);
        FloorHandover? HandoverOf(Order o) =>
            handovers.GetValueOrDefault(o.Id) is { } h
                ? new FloorHandover(
                    h.Id,
                    h.FromId,
                    h.ToId,
                    names.GetValueOrDefault(h.FromId, ""),
                    names.GetValueOrDefault(h.ToId, ""),
                    h.Note,
                    h.StageId is { } s ? stages.Find(s)?.Name ?? "" : "",
                    h.At
                )
                : null;
        var outlook = technicians.Count > 0 ? ScheduleOutlook.Of(ahead) : null;
        string Plate(Order o) => o.VehicleId is { } id ? vehicles[id].Plate.Text : "";
        var blocks = new List<FloorBlock>();
        var unplanned = new List<UnplannedJob>();
        foreach (var order in orders)
        {
            foreach (var job in order.OnJobs.Where(j => j.Decision is DecisionKind.Approved or DecisionKind.Proposed))
            {
                if (day.PlanOf(job) is { } plan)
                {
                    if (day.IsOfToday(plan, job))
                        blocks.Add(BlockOf(order, job, plan, day.Of(job, plan), Plate(order)));
                }
                else if (DayPlan.IsToBePlanned(order, job))
                    unplanned.Add(
                        new UnplannedJob(
                            job.Id,
                            order.Id,
                            Plate(order),
                            job.Title,
                            job.SoldHours.Value,
                            job.Decision == DecisionKind.Approved,
                            DayPlan.TechnicianFor(order, job)
                        )
                    );
            }
        }
        FloorCard CardOf(Order o)
        {
            var named = day.TechniciansOf(o);
            var ready = o.State == OrderState.Open ? outlook?.ReadyAt(o.Id) : null;
            var promise = day.PromiseOf(o, ready);
            var job = times.Where(t => t.OrderId == o.Id && t.End is null).Select(t => o.Jobs.Find(j => j.Id == t.JobId)).FirstOrDefault();
            return new FloorCard(
                o.Id,
                o.Number,
                Plate(o),
                o.VehicleId is { } v ? vehicles[v].ShortDescription : o.WithoutVehicle,
                o.CustomerId is { } c ? customers[c].DisplayName : "",
                o.Title,
                o.KeyTag,
                o.Stage,
                o.StageIn(stages).Id,
                o.StageSince,
                o.PromisedAt,
                promise,
                ready,
                promise == PromiseState.CannotBeKept ? ahead.WhyLate(o) : "",
                day.WaitsFor(o, suppliers),
                job?.Title ?? "",
                job?.ProgressNote ?? o.OnJobs.Select(j => j.ProgressNote).FirstOrDefault(n => n.Length > 0) ?? "",
                o.WriterId,
                [.. labels[o.Id].Order(StringComparer.OrdinalIgnoreCase)],
                HandoverOf(o),
                o.CheckPending,
                [
                    .. afterWork[o.Id]
                        .Select(a => new FloorAfterWork(a.Id, a.Title, a.Step, a.ById is { } by ? names.GetValueOrDefault(by, "") : "")),
                ],
                named.Count > 0 ? named[0] : null,
                named,
                decimal.Round(o.Progress, 3),
                o.HasPriority,
                o.Version
            );
        }
        var cards = orders.OrderBy(o => o.PromisedAt ?? LocalDateTime.MaxIsoValue).ThenBy(o => o.Id).Select(CardOf).ToList();
        return new FloorPageView(
            day.Now,
            drawn.From,
            drawn.Until,
            stages
                .Shown(orders.Select(o => o.StageIn(stages).Id).ToHashSet())
                .Select(s => new StageView(s.Id, s.Name, s.Meaning, Stages.IsWaiting(s.Meaning), s.Roles, s.RetiredAt is not null))
                .ToList(),
            technicians.ConvertAll(t => new FloorPerson(
                t.Id,
                t.ShortName,
                string.Join(", ", t.Skills),
                present.Contains(t.Id),
                day.DayOf(t, absences)
            )),
            bays.ConvertAll(b => new FloorBay(b.Id, b.Name, string.Join(", ", b.Equipment))),
            staff.ConvertAll(s => new FloorStaff(s.Id, s.ShortName, s.Role)),
            blocks,
            unplanned,
            cards,
            blocks.Where(b => b.TechnicianId != null).Sum(b => b.Hours),
            day.Capacity(technicians, absences),
            PlannedWork.Step
        );
    }

    private static FloorBlock BlockOf(Order order, Job job, PlannedWork plan, PlannedJob at, string plate) =>
        new(
            job.Id,
            order.Id,
            plan.TechnicianId,
            plan.BayId,
            plan.IsFixed,
            plate,
            job.Title,
            at.Start,
            at.End,
            job.SoldHours.Value,
            at.Share,
            at.Finished,
            at.Running,
            at.MinutesOver,
            at.Certain,
            at.Why,
            plan.Version
        );
}
