using System.Globalization;
using Yardstick.Core.Floor;
using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;

namespace Yardstick.Core.Schedule;

/// <summary>The day in the shop: what is planned and under way, what cars wait for, and whether promises hold.</summary>
/// <param name="shop">The shop.</param>
/// <param name="utcNow">Now, UTC.</param>
/// <param name="planned">Planned work of the orders that are asked about.</param>
/// <param name="times">Clocked time on them.</param>
/// <param name="purchases">Purchase orders with a line for one of them.</param>
public sealed class DayPlan(
    Shop shop,
    Instant utcNow,
    IReadOnlyList<PlannedWork> planned,
    IReadOnlyList<TimeEntry> times,
    IReadOnlyList<PurchaseOrder> purchases
)
{
    private readonly LocalDateTime now = shop.Local(utcNow);

    /// <summary>Wall time now.</summary>
    public LocalDateTime Now => now;

    /// <summary>The plan of a job; null where nobody planned it.</summary>
    public PlannedWork? PlanOf(Job job) => planned.FirstOrDefault(p => p.JobId == job.Id);

    /// <summary>Whether planned work is shown today: it is of today, or of a day before and not finished.</summary>
    public bool IsOfToday(PlannedWork plan, Job job) =>
        plan.Start.Date == now.Date || plan.Start.Date < now.Date && job.Progress != JobProgress.Finished;

    /// <summary>Whether work waits to be planned.</summary>
    public static bool IsToBePlanned(Order order, Job job) =>
        job.Progress != JobProgress.Finished
        && order.State == OrderState.Open
        && order.Stage <= Stage.InWork
        && order.VehicleId is not null
        && job.SoldHours > LaborHours.Zero;

    /// <summary>Who would do a job that nobody planned: whoever is named on its labor, else the order's lead.</summary>
    public static long? TechnicianFor(Order order, Job job) =>
        job.OnLines.OfType<LaborLine>().FirstOrDefault(l => !l.IsExcluded && l.TechnicianId is not null)?.TechnicianId ?? order.LeadId;

    /// <summary>Everybody who is named on an order or planned for it, the one who leads it first.</summary>
    public IReadOnlyList<long> TechniciansOf(Order order) =>
        [.. order.NamedTechnicians.Concat(planned.Where(p => p.OrderId == order.Id).Select(p => p.TechnicianId).OfType<long>()).Distinct()];

    /// <summary>A planned job on the axis of the day.</summary>
    public PlannedJob Of(Job job, PlannedWork plan)
    {
        var on = times.Where(t => t.JobId == job.Id).ToList();
        var running = on.Exists(t => t.End is null);
        var worked = on.Sum(t => t.Hours(utcNow));
        var start = on.Count > 0 ? shop.Local(on.Min(t => t.Start)) : plan.Start;
        // What did not begin yesterday begins today at the earliest.
        if (start.Date < now.Date)
            start = now.Date + shop.DrawnOn(now.Date).From;
        var finished = job.Progress == JobProgress.Finished;
        return new PlannedJob
        {
            Start = start,
            End = EndOf(job, start, running, finished),
            Share =
                job.SoldHours == LaborHours.Zero ? 0
                : finished ? 1
                : decimal.Round(Math.Min(1, worked / job.SoldHours.Value), 3),
            Finished = finished,
            Running = running,
            MinutesOver = running && worked > job.SoldHours.Value ? (int)((worked - job.SoldHours.Value) * 60) : 0,
            Why = job.Decision != DecisionKind.Approved ? "if approved" : PartsComing(job),
        };
    }

    private LocalDateTime EndOf(Job job, LocalDateTime start, bool running, bool finished)
    {
        var end = start.PlusHours(job.SoldHours.Value);
        if (finished && job.FinishedAt is { } at && shop.Local(at) > start)
            return shop.Local(at);
        return running && end < now ? now : end;
    }

    private string PartsComing(Job job)
    {
        var lines = job.OnLines.OfType<PartLine>().Where(l => l.IsOpen).Select(l => l.Id).ToHashSet();
        if (lines.Count == 0)
            return "";
        var last = purchases.Where(p => p.Lines.Exists(l => l.LineId is { } id && lines.Contains(id))).Max(p => p.ExpectedAt);
        return last is { } at ? $"parts due {When(shop.Local(at))}" : "parts not ordered";
    }

    /// <summary>When the planned work of an order ends at the hours that were sold, wall time; null where none is planned.</summary>
    public LocalDateTime? WorkEnds(Order order)
    {
        var plans = planned.Where(p => p.OrderId == order.Id).ToList();
        return plans.Count == 0 ? null : plans.Max(p => p.Start.PlusHours(order.Jobs.Find(j => j.Id == p.JobId)?.SoldHours.Value ?? 0));
    }

    /// <summary>When the last part that still comes for an order is expected, wall time; null where nobody said.</summary>
    public LocalDateTime? LastPart(Order order) =>
        PurchasesOf(order).Where(p => p.IsOpen).Max(p => p.ExpectedAt) is { } at ? shop.Local(at) : null;

    /// <summary>Whether the promise of an order holds.</summary>
    /// <param name="order">The order.</param>
    /// <param name="ready">When it is ready as things are scheduled; null goes by its own planned work.</param>
    public PromiseState PromiseOf(Order order, LocalDateTime? ready = null) =>
        Promise.State(order.PromisedAt, order.Stage, ready ?? WorkEnds(order), LastPart(order), now);

    /// <summary>What an order waits for, in words; empty for nothing.</summary>
    /// <param name="order">The order.</param>
    /// <param name="suppliers">Names of suppliers.</param>
    public string WaitsFor(Order order, IReadOnlyDictionary<long, string> suppliers)
    {
        var coming = PurchasesOf(order).ToList();
        static string State(PurchaseOrder purchase) => PurchaseOrder.StateName(purchase.State).ToLowerInvariant();
        if (coming.Find(p => p.Trouble.Length > 0) is { } trouble)
            return $"{suppliers[trouble.SupplierId]}: {State(trouble)}";
        if (coming.Where(p => p.IsOpen).OrderByDescending(p => p.ExpectedAt).FirstOrDefault() is { } open)
            return $"{suppliers[open.SupplierId]}, {(open.ExpectedAt is { } at ? "by " + When(shop.Local(at)) : State(open))}";
        if (order.State == OrderState.Open && order.WaitsForParts)
            return "Parts order needed";
        if (order.Stage == Stage.WaitingForParts)
            return "All parts are in";
        var minutes = (int)(utcNow - order.StageSince).TotalMinutes;
        return order.Stage switch
        {
            Stage.WaitingForAnswer => $"Sent {Ago(minutes)}",
            Stage.Done => $"Done {Ago(minutes)}",
            _ => "",
        };
    }

    /// <summary>Hours for which technicians are at work today, without their breaks.</summary>
    /// <param name="technicians">The technicians.</param>
    /// <param name="absences">Who is away.</param>
    public decimal Capacity(IEnumerable<StaffMember> technicians, IReadOnlyCollection<Absence> absences) =>
        technicians.Sum(t => t.MinutesOn(now.Date, shop, absences)) / 60m;

    /// <summary>
    /// What is to be known of somebody's day: <c>away, vacation</c>, <c>off today</c>, <c>until 2:00 pm</c>; empty where it is as long as
    /// the shop's.
    /// </summary>
    /// <param name="person">The person.</param>
    /// <param name="absences">Who is away.</param>
    public string DayOf(StaffMember person, IReadOnlyCollection<Absence> absences)
    {
        if (absences.FirstOrDefault(a => a.StaffId == person.Id && a.Covers(now.Date)) is { } away)
            return away.Reason.Length > 0 ? $"away, {away.Reason}" : "away";
        if (shop.HoursOn(now.Date) is not { } open)
            return "";
        if (person.WorksOn(now.Date, shop, absences) is not { } hours)
            return "off today";
        return (hours.From > open.From, hours.Until < open.Until) switch
        {
            (true, true) => $"{hours.From.Clock()} to {hours.Until.Clock()}",
            (true, false) => $"from {hours.From.Clock()}",
            (false, true) => $"until {hours.Until.Clock()}",
            _ => "",
        };
    }

    private IEnumerable<PurchaseOrder> PurchasesOf(Order order) => purchases.Where(p => p.Lines.Exists(l => l.OrderId == order.Id));

    private string When(LocalDateTime at) =>
        at.Date == now.Date ? at.ToString("h:mm", CultureInfo.InvariantCulture)
        : at.Date == now.Date.PlusDays(1) ? "tomorrow"
        : at.ToString("MMM d", CultureInfo.InvariantCulture);

    private static string Ago(int minutes) =>
        minutes switch
        {
            < 90 => $"{minutes} min ago",
            < 2880 => $"{minutes / 60} hr ago",
            _ => $"{minutes / 1440} days ago",
        };
}
