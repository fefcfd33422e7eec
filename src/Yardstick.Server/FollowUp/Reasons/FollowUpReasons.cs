using Microsoft.EntityFrameworkCore;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Orders;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;

namespace Yardstick.Server.FollowUp;

/// <summary>
/// Finds every reason to get in touch that is due about now. It looks only at what falls into that time, so that it does not grow with
/// the shop's past; for some customers, at all that is theirs.
/// </summary>
/// <param name="db">The database.</param>
/// <param name="shop">The shop.</param>
/// <param name="now">Now, UTC.</param>
/// <param name="customers">Whose; null for everybody's.</param>
internal sealed partial class FollowUpReasons(ShopDb db, Shop shop, Instant now, List<long>? customers = null)
{
    /// <summary>So many keys at a time are looked up.</summary>
    internal const int AtATime = 4000;
    private const int ThanksWithinDays = 14,
        MostEnded = 500,
        LookDays = 14;
    private readonly LocalDate today = shop.Local(now).Date;
    private readonly Dictionary<long, CarUse> uses = [];
    private readonly Dictionary<long, List<VisitJob>> visits = [];

    /// <summary>Orders of the customers; null for all there are.</summary>
    private List<long>? orders;

    /// <summary>All of them, also those that say nothing besides another of the same vehicle.</summary>
    internal async Task<List<FollowUpReason>> AllAsync()
    {
        orders = customers is null
            ? null
            : await db.Orders.Where(o => o.CustomerId != null && customers.Contains(o.CustomerId.Value)).Select(o => o.Id).ToListAsync();
        return
        [
            .. await LeftOpenAsync(),
            .. await AdvisedAsync(),
            .. await RemindersAsync(),
            .. await EstimatesAsync(),
            .. await MissedAsync(),
            .. await ThanksAsync(),
            .. await AwayAsync(),
            .. await WarrantiesAsync(),
        ];
    }

    private Instant At(LocalDate day) => shop.Utc(day.AtMidnight());

    private LocalDate From => today.PlusDays(-FollowUpRules.LongestOverdueDays);

    private LocalDate To => today.PlusDays(FollowUpRules.AheadDays);

    private Instant LongAgo => At(today.PlusMonths(-24));

    private async Task<List<FollowUpReason>> RemindersAsync()
    {
        // The look of the last day may be off by as much as a vehicle was driven since.
        var (from, to) = (From.PlusDays(-LookDays), To.PlusDays(LookDays));
        var all = db.Reminders.Where(r => r.RemovedAt == null);
        List<long> ids;
        if (customers is not null)
            ids = await all.Where(r => db.Vehicles.Where(v => customers.Contains(v.CustomerId)).Select(v => v.Id).Contains(r.VehicleId))
                .Select(r => r.Id)
                .ToListAsync();
        else
            ids =
            [
                .. await all.Where(r => r.ExpectedOn == null).Select(r => r.Id).ToListAsync(),
                .. await all.Where(r => r.ExpectedOn >= from && r.ExpectedOn <= to).Select(r => r.Id).ToListAsync(),
            ];
        var reminders = new List<(Reminder Reminder, long CustomerId)>();
        foreach (var some in ids.Chunk(AtATime))
        {
            var read = await db.Reminders.Where(r => some.Contains(r.Id)).AsNoTracking().ToListAsync();
            read.RemoveAll(r => r.ExpectedOn is { } on && (on < from || on > to));
            var vehicleIds = read.Select(r => r.VehicleId).Distinct().ToList();
            var owners = await db
                .Vehicles.Where(v => vehicleIds.Contains(v.Id) && v.MergedIntoId == null)
                .ToDictionaryAsync(v => v.Id, v => v.CustomerId);
            reminders.AddRange(read.Where(r => owners.ContainsKey(r.VehicleId)).Select(r => (r, owners[r.VehicleId])));
        }
        await UsesAsync(reminders.Select(r => r.Reminder.VehicleId));
        return
        [
            .. reminders
                .Select(r => (r.Reminder, r.CustomerId, Due.Of(r.Reminder, UseOf(r.Reminder.VehicleId)).On))
                .Where(r => r.On is { } on && FollowUpRules.IsShown(on, today))
                .Select(r => new FollowUpReason
                {
                    Kind = FollowUpKind.Reminder,
                    SourceId = r.Reminder.Id,
                    CustomerId = r.CustomerId,
                    VehicleId = r.Reminder.VehicleId,
                    OrderId = r.Reminder.Last?.OrderId,
                    Title = r.Reminder.Title,
                    On = r.On!.Value,
                    Why = r.Reminder.Standing(UseOf(r.Reminder.VehicleId), shop.DistanceWord),
                    CannedJobId = r.Reminder.CannedJobId,
                }),
        ];
    }

    /// <summary>Orders by key, where their vehicle still belongs to the customer who brought it.</summary>
    private async Task<Dictionary<long, (Instant OpenedAt, long VehicleId, long CustomerId)>> OwnedAsync(
        IEnumerable<long> orders,
        IReadOnlyCollection<OrderState> states
    )
    {
        var all = new Dictionary<long, (Instant, long, long)>();
        foreach (var ids in orders.Distinct().Chunk(AtATime))
        foreach (
            var owned in await (
                from o in db.Orders.Where(o => ids.Contains(o.Id))
                join v in db.Vehicles on o.VehicleId equals (long?)v.Id
                where o.CustomerId == v.CustomerId && v.MergedIntoId == null
                select new
                {
                    o.Id,
                    o.State,
                    o.OpenedAt,
                    VehicleId = v.Id,
                    v.CustomerId,
                }
            ).ToListAsync()
        )
            // By key alone: with its state the database would go through all orders of that state.
            if (states.Contains(owned.State))
                all[owned.Id] = (owned.OpenedAt, owned.VehicleId, owned.CustomerId);
        return all;
    }

    private CarUse UseOf(long vehicleId) => uses.GetValueOrDefault(vehicleId) ?? new CarUse(today, null, shop.DistancePerDay);

    private async Task UsesAsync(IEnumerable<long> vehicles)
    {
        foreach (var ids in vehicles.Distinct().Where(id => !uses.ContainsKey(id)).ToList().Chunk(AtATime))
        foreach (
            var of in (await db.OdometerReadings.Where(r => ids.Contains(r.VehicleId)).AsNoTracking().ToListAsync()).GroupBy(r =>
                r.VehicleId
            )
        )
            // As of this morning: what is due is the same all day.
            uses[of.Key] = CarUse.Of([.. of], shop.DistancePerDay, today, At(today));
    }

    private async Task VisitsAsync(IEnumerable<long> vehicles)
    {
        foreach (var ids in vehicles.Distinct().Where(id => !visits.ContainsKey(id)).ToList().Chunk(AtATime))
        {
            var jobs = await db.VisitJobsOf(db.Orders.Where(o => o.VehicleId != null && ids.Contains(o.VehicleId.Value))).ToListAsync();
            foreach (var of in jobs.GroupBy(j => j.VehicleId!.Value))
                visits[of.Key] = [.. of];
        }
    }
}
