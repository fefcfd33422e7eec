using Microsoft.EntityFrameworkCore;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Hosting;

namespace Yardstick.Server.FollowUp;

/// <summary>
/// Looks once a day when each reminder is due by how its vehicle is driven now, a few hundred at a time, so that those that are due are
/// found without computing all of them.
/// </summary>
internal sealed class ReminderDates(IDbContextFactory<ShopDb> factory, SingleWriter writer, TimeProvider time, ILogger<ReminderDates> log)
    : RoundsService(TimeSpan.FromHours(12), time, log)
{
    private const int AtATime = 400;

    /// <inheritdoc />
    protected override async Task RoundAsync(CancellationToken cancel)
    {
        for (long after = 0; ; )
        {
            var ids = await NextAsync(after, cancel);
            if (ids.Count == 0)
                return;
            await writer.RunAsync(async db =>
            {
                var shop = await db.Shops.SingleAsync(cancel);
                var (now, today) = (Clock.Now(), shop.Local(Clock.Now()).Date);
                var reminders = await db.Reminders.Where(r => ids.Contains(r.Id)).ToListAsync(cancel);
                var vehicles = reminders.Select(r => r.VehicleId).Distinct().ToList();
                var readings = (
                    await db.OdometerReadings.Where(r => vehicles.Contains(r.VehicleId)).AsNoTracking().ToListAsync(cancel)
                ).ToLookup(r => r.VehicleId);
                foreach (var reminder in reminders)
                    reminder.Expect(CarUse.Of([.. readings[reminder.VehicleId]], shop.DistancePerDay, today, now));
                return await db.SaveChangesAsync(cancel);
            });
            after = ids[^1];
        }
    }

    private async Task<List<long>> NextAsync(long after, CancellationToken cancel)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        return await db
            .Reminders.Where(r => r.Id > after && r.RemovedAt == null)
            .OrderBy(r => r.Id)
            .Take(AtATime)
            .Select(r => r.Id)
            .ToListAsync(cancel);
    }
}
