using Microsoft.EntityFrameworkCore;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;

namespace Yardstick.Server.FollowUp;

/// <summary>
/// Looks once a day when each reminder is due by how its vehicle is driven now, a few hundred at a time, so that those that are due are
/// found without computing all of them.
/// </summary>
internal sealed class ReminderDates(IDbContextFactory<ShopDb> factory, SingleWriter writer, TimeProvider time, ILogger<ReminderDates> log)
    : BackgroundService
{
    private const int AtATime = 400;
    private static readonly TimeSpan Pause = TimeSpan.FromHours(12);

    /// <summary>Looks at all of them now.</summary>
    internal async Task LookAsync(CancellationToken cancel = default)
    {
        for (long after = 0; ; )
        {
            var ids = await NextAsync(after, cancel);
            if (ids.Count == 0)
                return;
            await writer.RunAsync(async db =>
            {
                var shop = await db.Shops.SingleAsync(cancel);
                var (now, today) = (time.Now(), shop.Local(time.Now()).Date);
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

    /// <inheritdoc />
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var timer = new PeriodicTimer(Pause, time);
        do
        {
            try
            {
                await LookAsync(stoppingToken);
            }
            catch (Exception problem) when (problem is not OperationCanceledException)
            {
                log.LogError(problem, "Looking when reminders are due failed; the next round tries again.");
            }
        } while (await timer.WaitForNextTickAsync(stoppingToken));
    }
}
