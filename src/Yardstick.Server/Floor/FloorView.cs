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
using Yardstick.Server.Safety;

namespace Yardstick.Server.Floor;

/// <summary>The floor at a glance: every open order by stage, the day of every technician, and every promise of today.</summary>
public static class FloorView
{
    /// <summary>A technician's lane.</summary>
    public sealed record FloorPerson(long Id, string ShortName, string Skills, bool Present);
    /// <summary>A planned job on the day's axis; times are wall time.</summary>
    public sealed record FloorBlock(long JobId, long OrderId, long? TechnicianId, string Plate, string Title, DateTime Start, DateTime End, decimal Hours, decimal DoneShare, bool Finished, bool OnTheClock, int MinutesOver, bool Certain, string Why, int Version);
    /// <summary>Approved or proposed work that nobody planned.</summary>
    public sealed record UnplannedJob(long JobId, long OrderId, string Plate, string Title, decimal Hours, bool Approved, long? TechnicianId);
    /// <summary>An open order.</summary>
    public sealed record FloorCard(long Id, long Number, string Plate, string Vehicle, string Customer, string Title, string KeyTag, Stage Stage, DateTime StageSince, DateTime? PromisedAt, PromiseState PromiseState, string WaitsFor, string Job, long? LeadId, IReadOnlyList<long> TechnicianIds, decimal Progress, bool HasPriority, int Version);
    /// <summary>A stage and its name.</summary>
    public sealed record StageView(Stage Stage, string Name);
    /// <summary>The floor.</summary>
    public sealed record FloorPageView(DateTime Now, TimeOnly Opens, TimeOnly Closes, IReadOnlyList<StageView> Stages, IReadOnlyList<FloorPerson> People, IReadOnlyList<FloorBlock> Blocks, IReadOnlyList<UnplannedJob> Unplanned, IReadOnlyList<FloorCard> Cards, decimal HoursSoldToday, decimal HoursToday);

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet("/floor", (ReadModel<FloorPageView> floor, HttpContext http) => floor.AnswerAsync(http)).Asks(Permission.SeeFloor).Produces<FloorPageView>().Produces(304);

    /// <summary>The floor is the same for everybody: one computation serves all screens.</summary>
    internal static ReadModel<FloorPageView> Model(IServiceProvider services) =>
        // An order's version moves with every edit of it; a move of a car asks only whether the car was moved since.
        new(services, new Topic(TopicKind.Floor), new HashSet<TopicKind> { TopicKind.Floor, TopicKind.Setup }, TimeSpan.FromSeconds(20), ReadAsync, WithoutTime);

    /// <summary>What moves by the clock alone is read again every minute anyway.</summary>
    private static FloorPageView WithoutTime(FloorPageView floor) => floor with
    {
        Now = default,
        Cards = [.. floor.Cards.Select(c => c with { Version = 0 })],
        Blocks = [.. floor.Blocks.Select(b => b.OnTheClock ? b with { End = default, DoneShare = 0, MinutesOver = 0 } : b)],
    };

    private static async Task<FloorPageView> ReadAsync(ShopDb db, DateTime utcNow)
    {
        var shop = await db.Shops.SingleAsync();
        var now = shop.Local(utcNow);
        var orders = await db.Orders.Include(o => o.Jobs).ThenInclude(j => j.Lines).Where(o => o.State == OrderState.Open || o.State == OrderState.Posted && o.Stage == Stage.Done && o.PostedAt > utcNow.AddDays(-14)).ToListAsync();
        var ids = orders.ConvertAll(o => o.Id);
        var (vehicleIds, customerIds) = (orders.Select(o => o.VehicleId).OfType<long>().ToList(), orders.Select(o => o.CustomerId).OfType<long>().ToList());
        var vehicles = await db.Vehicles.Where(v => vehicleIds.Contains(v.Id)).ToDictionaryAsync(v => v.Id);
        var customers = await db.Customers.Where(c => customerIds.Contains(c.Id)).IgnoreAutoIncludes().ToDictionaryAsync(c => c.Id);
        var technicians = await db.Staff.Where(s => s.Role == Role.Technician && s.Active).OrderBy(s => s.Id).ToListAsync();
        var present = await db.Attendances.Where(a => a.End == null).Select(a => a.StaffId).ToListAsync();
        var planned = await db.PlannedWork.Where(p => ids.Contains(p.OrderId)).ToListAsync();
        var times = await db.TimeEntries.Where(t => ids.Contains(t.OrderId)).ToListAsync();
        var purchaseIds = await db.PurchaseOrderLines.Where(l => ids.Contains(l.OrderId)).Select(l => l.PurchaseOrderId).Distinct().ToListAsync();
        var purchases = await db.PurchaseOrders.Include(p => p.Lines).Where(p => purchaseIds.Contains(p.Id) && p.State != PurchaseOrderState.Received).ToListAsync();
        var suppliers = await db.Suppliers.ToDictionaryAsync(s => s.Id, s => s.Name);
        var floor = new Reading(shop, now, utcNow, planned, times, purchases, suppliers);

        string Plate(Order o) => o.VehicleId is { } id ? vehicles[id].Plate : "";
        var blocks = new List<FloorBlock>();
        var unplanned = new List<UnplannedJob>();
        foreach (var order in orders)
        {
            foreach (var job in order.OnJobs.Where(j => j.Decision is DecisionKind.Approved or DecisionKind.Proposed))
            {
                if (planned.Find(p => p.JobId == job.Id) is { } plan)
                {
                    if (plan.Start.Date == now.Date || plan.Start.Date < now.Date && job.Progress != JobProgress.Finished) blocks.Add(floor.BlockOf(order, job, plan, Plate(order)));
                }
                else if (job.Progress != JobProgress.Finished && order.State == OrderState.Open && order.Stage <= Stage.InWork && !order.CounterSale && job.SoldHours > 0)
                    unplanned.Add(new UnplannedJob(job.Id, order.Id, Plate(order), job.Title, job.SoldHours, job.Decision == DecisionKind.Approved, job.OnLines.OfType<LaborLine>().FirstOrDefault(l => !l.IsExcluded && l.TechnicianId is not null)?.TechnicianId ?? order.LeadId));
            }
        }
        var cards = orders.OrderBy(o => o.PromisedAt ?? DateTime.MaxValue).ThenBy(o => o.Id).Select(o => floor.CardOf(o, Plate(o), o.VehicleId is { } v ? vehicles[v].ShortDescription : "Counter sale", o.CustomerId is { } c ? customers[c].DisplayName : "")).ToList();
        return new FloorPageView(now, shop.Opens, shop.Closes, Stages.All.Select(s => new StageView(s, Stages.Name(s))).ToList(),
            technicians.ConvertAll(t => new FloorPerson(t.Id, t.ShortName, t.Skills, present.Contains(t.Id))), blocks, unplanned, cards,
            blocks.Where(b => b.TechnicianId != null).Sum(b => b.Hours), technicians.Count * shop.OpenHours);
    }

    private sealed class Reading(Shop shop, DateTime now, DateTime utcNow, List<PlannedWork> planned, List<TimeEntry> times, List<PurchaseOrder> purchases, Dictionary<long, string> suppliers)
    {
        internal FloorBlock BlockOf(Order order, Job job, PlannedWork plan, string plate)
        {
            var on = times.Where(t => t.JobId == job.Id).ToList();
            var running = on.Exists(t => t.End is null);
            var worked = on.Sum(t => t.Hours(utcNow));
            var start = on.Count > 0 ? shop.Local(on.Min(t => t.Start)) : plan.Start;
            // What did not begin yesterday begins today at the earliest.
            if (start.Date < now.Date) start = now.Date + shop.Opens.ToTimeSpan();
            var end = start.AddHours((double)job.SoldHours);
            if (running && end < now) end = now;
            var finished = job.Progress == JobProgress.Finished;
            if (finished && job.FinishedAt is { } at) end = shop.Local(at) > start ? shop.Local(at) : end;
            var over = running && worked > job.SoldHours ? (int)((worked - job.SoldHours) * 60) : 0;
            var share = job.SoldHours == 0 ? 0 : finished ? 1 : Math.Min(1, worked / job.SoldHours);
            var why = job.Decision != DecisionKind.Approved ? "if agreed" : PartsComing(order, job);
            return new FloorBlock(job.Id, order.Id, plan.TechnicianId, plate, job.Title, start, end, job.SoldHours, decimal.Round(share, 3), finished, running, over, finished || running || why.Length == 0, why, plan.Version);
        }

        private string PartsComing(Order order, Job job)
        {
            var lines = job.OnLines.OfType<PartLine>().Where(l => l.IsOpen).Select(l => l.Id).ToHashSet();
            if (lines.Count == 0) return "";
            var last = purchases.Where(p => p.Lines.Exists(l => lines.Contains(l.LineId))).Max(p => p.ExpectedAt);
            return last is { } at ? $"parts {When(shop.Local(at))}" : "parts not ordered";
        }

        private string When(DateTime at) => at.Date == now.Date ? at.ToString("h:mm") : at.Date == now.Date.AddDays(1) ? "tomorrow" : at.ToString("MMM d");

        internal FloorCard CardOf(Order order, string plate, string vehicle, string customer)
        {
            var plans = planned.Where(p => p.OrderId == order.Id).ToList();
            var named = order.NamedTechnicians.Concat(plans.Select(p => p.TechnicianId).OfType<long>()).Distinct().ToList();
            var ends = plans.Count == 0 ? (DateTime?)null : plans.Max(p => p.Start.AddHours((double)(order.Jobs.Find(j => j.Id == p.JobId)?.SoldHours ?? 0)));
            var coming = purchases.Where(p => p.Lines.Exists(l => l.OrderId == order.Id)).ToList();
            var expected = coming.Where(p => p.IsOpen).Max(p => p.ExpectedAt);
            var state = Promise.State(order.PromisedAt, order.Stage, ends, expected is { } e ? shop.Local(e) : null, now);
            var job = times.Where(t => t.OrderId == order.Id && t.End is null).Select(t => order.Jobs.Find(j => j.Id == t.JobId)?.Title).FirstOrDefault();
            return new FloorCard(order.Id, order.Number, plate, vehicle, customer, order.Title, order.KeyTag, order.Stage, order.StageSince, order.PromisedAt, state,
                WaitsFor(order, coming), job ?? "", named.Count > 0 ? named[0] : null, named, decimal.Round(order.Progress, 3), order.HasPriority, order.Version);
        }

        private string WaitsFor(Order order, List<PurchaseOrder> coming)
        {
            var trouble = coming.Find(p => p.Trouble.Length > 0);
            if (trouble is not null) return $"{suppliers[trouble.SupplierId]}: {PurchaseOrder.StateName(trouble.State).ToLowerInvariant()}";
            var open = coming.Where(p => p.IsOpen).OrderByDescending(p => p.ExpectedAt).FirstOrDefault();
            if (open is not null) return $"{suppliers[open.SupplierId]}, {(open.ExpectedAt is { } at ? "by " + When(shop.Local(at)) : PurchaseOrder.StateName(open.State).ToLowerInvariant())}";
            if (order.State == OrderState.Open && order.WaitsForParts) return "Parts to be ordered";
            if (order.Stage == Stage.WaitingForParts) return "All parts are in";
            var minutes = (int)(utcNow - order.StageSince).TotalMinutes;
            return order.Stage == Stage.WaitingForAnswer ? $"Asked {Ago(minutes)}" : order.Stage == Stage.Done ? $"Done {Ago(minutes)}" : "";
        }

        private static string Ago(int minutes) => minutes < 90 ? $"{minutes} min ago" : minutes < 2880 ? $"{minutes / 60} h ago" : $"{minutes / 1440} days ago";
    }
}
