using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Floor;
using Yardstick.Core.Inspections;
using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Schedule;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Live;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Floor;

/// <summary>The technician's bench: my cars in order, without any amount of money.</summary>
public static class Bench
{
    /// <summary>A line of a job, without price.</summary>
    public sealed record BenchLine(
        long Id,
        LineKind Kind,
        string Description,
        string Number,
        decimal? Quantity,
        decimal? Hours,
        string State,
        PartStateCode? StateCode,
        string Note
    );

    /// <summary>A job on the bench.</summary>
    public sealed record BenchJob(
        long Id,
        string Title,
        bool Approved,
        string Decision,
        JobProgress Progress,
        string ProgressNote,
        decimal Hours,
        decimal ClockedHours,
        bool Mine,
        bool OnMyClock,
        IReadOnlyList<string> OnTheClock,
        IReadOnlyList<BenchLine> Lines
    );

    /// <summary>A vehicle that was handed over and not taken yet.</summary>
    /// <param name="Id">Key.</param>
    /// <param name="ToMe">It was handed to whoever looks; else they handed it over.</param>
    /// <param name="Other">The other person.</param>
    /// <param name="Note">What is to be known.</param>
    public sealed record BenchHandover(long Id, bool ToMe, string Other, string Note);

    /// <summary>A vehicle whose work waits to be looked over by somebody who did not do it.</summary>
    public sealed record BenchCheck(long OrderId, long Number, string Plate, string Vehicle, string Title);

    /// <summary>A car on the bench.</summary>
    public sealed record BenchCar(
        long OrderId,
        long Number,
        int Version,
        string Plate,
        string Vehicle,
        string Vin,
        string Color,
        string Engine,
        string KeyTag,
        string StageName,
        LocalDateTime? PromisedAt,
        PromiseState PromiseState,
        int? OdometerIn,
        string Warning,
        bool HasPriority,
        bool OldPartsBack,
        bool WashingWanted,
        BenchHandover? Handover,
        bool CheckPending,
        IReadOnlyList<SheetConcern> Concerns,
        IReadOnlyList<BenchJob> Jobs,
        IReadOnlyList<FindingView> Findings,
        IReadOnlyList<SheetInspection> Inspections
    );

    /// <summary>The bench.</summary>
    public sealed record BenchView(
        LocalDateTime Now,
        bool Present,
        Instant? PresentSince,
        long? OnJobId,
        Instant? OnSince,
        IReadOnlyList<string> ProgressNotes,
        Instant? BreakSince,
        IReadOnlyList<FloorView.FloorStaff> Staff,
        IReadOnlyList<BenchCheck> ToCheck,
        IReadOnlyList<BenchCar> Cars
    );

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet("/bench", (BenchModels benches, HttpContext http) => benches.Of(http.User.StaffId()).AnswerAsync(http))
            .Asks(Permission.Work)
            .Produces<BenchView>()
            .Produces(304);

    /// <summary>
    /// Open orders of somebody's bench: planned for them, on their clock, led by them, or with a line that names them.
    /// </summary>
    internal static IQueryable<Order> OnBenchOf(this ShopDb db, long me) =>
        db.Orders.Where(o =>
            o.State == OrderState.Open
            && o.Stage < Stage.Collected
            && (
                o.LeadId == me
                || db.PlannedWork.Any(p => p.OrderId == o.Id && p.TechnicianId == me)
                || db.TimeEntries.Any(t => t.OrderId == o.Id && t.StaffId == me && t.End == null)
                || db.Handovers.Where(Handover.Waiting).Any(h => h.OrderId == o.Id && (h.ToId == me || h.FromId == me))
                || db.Inspections.Any(i => i.OrderId == o.Id && i.TechnicianId == me && i.FinishedAt == null)
                || o.Jobs.Any(j =>
                    j.RemovedAt == null
                    && (j.Decision == DecisionKind.Approved || j.Decision == DecisionKind.Proposed)
                    && j.Lines.OfType<LaborLine>().Any(l => l.RemovedAt == null && !l.IsExcluded && l.TechnicianId == me)
                )
            )
        );

    /// <summary>Somebody's bench, for all of their screens.</summary>
    internal static ReadModel<BenchView> Model(IServiceProvider services, long me) =>
        new(
            services,
            new Topic(TopicKind.Bench, me),
            new HashSet<TopicKind> { TopicKind.Bench, TopicKind.Setup },
            TimeSpan.FromSeconds(20),
            (db, utcNow) => ReadAsync(db, me, utcNow),
            WithoutTime
        );

    /// <summary>What was clocked so far grows by itself and is read again every minute; all else is told.</summary>
    private static BenchView WithoutTime(BenchView bench) =>
        bench with
        {
            Now = default,
            Cars =
            [
                .. bench.Cars.Select(c =>
                    c with
                    {
                        Jobs = [.. c.Jobs.Select(j => j.OnTheClock.Count > 0 ? j with { ClockedHours = 0 } : j)],
                    }
                ),
            ],
        };

    private static async Task<BenchView> ReadAsync(ShopDb db, long me, Instant utcNow)
    {
        var shop = await db.Shops.SingleAsync();
        var plans = await db.PlannedWork.Where(p => p.TechnicianId == me).OrderBy(p => p.Start).ToListAsync();
        var running = await db.TimeEntries.FirstOrDefaultAsync(t => t.StaffId == me && t.End == null);
        var orders = await db.OnBenchOf(me)
            .Include(o => o.Concerns)
            .Include(o => o.Jobs)
                .ThenInclude(j => j.Lines)
            .Include(o => o.Decisions)
            .Include(o => o.CeilingExceptions)
            .AsNoTrackingWithIdentityResolution()
            .AsSplitQuery()
            .ToListAsync();
        var around = await Around.ReadAsync(db, orders);
        var cars = orders
            .OrderBy(o => plans.Where(p => p.OrderId == o.Id).Min(p => (LocalDateTime?)p.Start) ?? LocalDateTime.MaxIsoValue)
            .Select(o => CarOf(around, o, me, shop, utcNow, plans))
            .ToList();
        var here = await db.Attendances.FirstOrDefaultAsync(a => a.StaffId == me && a.End == null);
        var latest = await db.Attendances.Where(a => a.StaffId == me).OrderByDescending(a => a.Start).FirstOrDefaultAsync();
        var onBreak =
            latest is { EndsInBreak: true, End: { } gone } && shop.Local(gone).Date == shop.Local(utcNow).Date ? (Instant?)gone : null;
        return new BenchView(
            shop.Local(utcNow),
            here is not null,
            here?.Start,
            running?.JobId,
            running?.Start,
            shop.ProgressNotes,
            here is null ? onBreak : null,
            around
                .Staff.Values.Where(s => s.Active && s.Id != me)
                .OrderBy(s => s.Role)
                .ThenBy(s => s.Id)
                .Select(s => new FloorView.FloorStaff(s.Id, s.ShortName, s.Role))
                .ToList(),
            await ToCheckAsync(db, me),
            cars
        );
    }

    private static async Task<IReadOnlyList<BenchCheck>> ToCheckAsync(ShopDb db, long me) =>
        [
            .. (
                await db
                    .Orders.Where(o =>
                        o.CheckPending
                        && (o.State == OrderState.Open || o.State == OrderState.Posted)
                        && o.Stage < Stage.Collected
                        && !db.TimeEntries.Any(t => t.OrderId == o.Id && t.StaffId == me)
                        && !o.Jobs.Any(j => j.FinishedById == me)
                    )
                    .Join(db.Vehicles, o => o.VehicleId, v => v.Id, (o, v) => new { Order = o, Vehicle = v })
                    .OrderBy(x => x.Order.PromisedAt)
                    .ToListAsync()
            ).Select(x => new BenchCheck(x.Order.Id, x.Order.Number, x.Vehicle.Plate.Text, x.Vehicle.ShortDescription, x.Order.Title)),
        ];

    /// <summary>What stands around the orders of a bench, asked once for all of them.</summary>
    private sealed record Around(
        Dictionary<long, Vehicle> Vehicles,
        ILookup<long, TimeEntry> Times,
        Dictionary<long, StaffMember> Staff,
        List<PurchaseOrder> Purchases,
        Dictionary<long, string> Suppliers,
        ILookup<long, Finding> Findings,
        ILookup<long, Inspection> Inspections,
        List<PlannedWork> Planned,
        StageList Stages,
        Dictionary<long, Handover> Handovers
    )
    {
        internal static async Task<Around> ReadAsync(ShopDb db, List<Order> orders)
        {
            var ids = orders.ConvertAll(o => o.Id);
            var vehicleIds = orders.Select(o => o.VehicleId).OfType<long>().ToList();
            var purchaseIds = await db
                .PurchaseOrderLines.Where(l => l.OrderId != null && ids.Contains(l.OrderId.Value))
                .Select(l => l.PurchaseOrderId)
                .Distinct()
                .ToListAsync();
            return new Around(
                await db.Vehicles.AsNoTracking().Where(v => vehicleIds.Contains(v.Id)).ToDictionaryAsync(v => v.Id),
                (await db.TimeEntries.AsNoTracking().Where(t => ids.Contains(t.OrderId)).ToListAsync()).ToLookup(t => t.OrderId),
                await db.Staff.AsNoTracking().ToDictionaryAsync(s => s.Id),
                await db
                    .PurchaseOrders.AsNoTracking()
                    .Include(p => p.Lines)
                    .Where(p => purchaseIds.Contains(p.Id))
                    .OrderBy(p => p.Id)
                    .ToListAsync(),
                await db.Suppliers.ToDictionaryAsync(s => s.Id, s => s.Name),
                (await db.Findings.AsNoTracking().Where(f => ids.Contains(f.OrderId)).OrderBy(f => f.Id).ToListAsync()).ToLookup(f =>
                    f.OrderId
                ),
                (
                    await db
                        .Inspections.AsNoTracking()
                        .Include(i => i.Points)
                        .Where(i => ids.Contains(i.OrderId))
                        .OrderBy(i => i.Id)
                        .ToListAsync()
                ).ToLookup(i => i.OrderId),
                await db.PlannedWork.AsNoTracking().Where(p => ids.Contains(p.OrderId)).ToListAsync(),
                await db.StageListAsync(),
                await db
                    .Handovers.AsNoTracking()
                    .Where(Handover.Waiting)
                    .Where(h => ids.Contains(h.OrderId))
                    .ToDictionaryAsync(h => h.OrderId)
            );
        }
    }

    private static BenchCar CarOf(Around around, Order order, long me, Shop shop, Instant utcNow, List<PlannedWork> plans)
    {
        var vehicle = order.VehicleId is { } id ? around.Vehicles.GetValueOrDefault(id) : null;
        var (times, staff, suppliers, findings) = (
            around.Times[order.Id].ToList(),
            around.Staff,
            around.Suppliers,
            around.Findings[order.Id].ToList()
        );
        var purchases = around.Purchases.Where(p => p.Lines.Exists(l => l.OrderId == order.Id)).ToList();
        var jobs = order
            .OnJobs.Where(j => j.Decision is DecisionKind.Approved or DecisionKind.Proposed)
            .Select(job =>
            {
                var on = times.Where(t => t.JobId == job.Id).ToList();
                return new BenchJob(
                    job.Id,
                    job.Title,
                    job.Decision == DecisionKind.Approved,
                    job.Decision == DecisionKind.Approved ? "Approved" : "Not approved yet",
                    job.Progress,
                    job.ProgressNote,
                    job.SoldHours.Value,
                    decimal.Round(on.Sum(t => t.Hours(utcNow)), 2),
                    plans.Exists(p => p.JobId == job.Id) || job.OnLines.OfType<LaborLine>().Any(l => !l.IsExcluded && l.TechnicianId == me),
                    on.Exists(t => t.End is null && t.StaffId == me),
                    on.Where(t => t.End is null).Select(t => staff[t.StaffId].ShortName).ToList(),
                    job.OnLines.Where(l => !l.IsExcluded && l.Kind != LineKind.Fee)
                        .Select(l => LineOf(job, l, purchases, suppliers))
                        .ToList()
                );
            })
            .ToList();
        return new BenchCar(
            order.Id,
            order.Number,
            order.Version,
            vehicle?.Plate.Text ?? "",
            vehicle?.Description ?? order.WithoutVehicle,
            vehicle?.Vin.Text ?? "",
            vehicle?.Color ?? "",
            vehicle?.Engine ?? "",
            order.KeyTag,
            order.StageIn(around.Stages).Name,
            order.PromisedAt,
            new DayPlan(shop, utcNow, around.Planned, times, purchases).PromiseOf(order),
            order.OdometerIn?.Value,
            vehicle?.Warning ?? "",
            order.HasPriority,
            order.OldPartsBack,
            order.WashingWanted,
            around.Handovers.GetValueOrDefault(order.Id) is { } handover
                ? new BenchHandover(
                    handover.Id,
                    handover.ToId == me,
                    staff[handover.ToId == me ? handover.FromId : handover.ToId].ShortName,
                    handover.Note
                )
                : null,
            order.CheckPending,
            order
                .Concerns.OrderBy(c => c.Position)
                .Select(c => new SheetConcern(c.Id, c.Complaint, c.Cause, c.Correction, c.Version))
                .ToList(),
            jobs,
            findings.FindAll(f => f.InspectionPointId is null).ConvertAll(f => FindingView.Of(f, staff[f.ById].ShortName)),
            [.. around.Inspections[order.Id].Select(SheetInspection.Of)]
        );
    }

    private static BenchLine LineOf(Job job, Line line, List<PurchaseOrder> purchases, Dictionary<long, string> suppliers)
    {
        var on = purchases.FindLast(p => p.Lines.Exists(l => l.LineId == line.Id));
        var state = line is PartLine part ? PartState.Of(job, part, null, on, on is null ? "" : suppliers[on.SupplierId]) : null;
        return new BenchLine(
            line.Id,
            line.Kind,
            line.Description,
            (line as PartLine)?.Number ?? "",
            (line as PartLine)?.Quantity.Value,
            (line as LaborLine)?.Hours.Value,
            state is { Code: not PartStateCode.Proposed } ? state.Text : "",
            state?.Code,
            line.NoteInside
        );
    }
}
