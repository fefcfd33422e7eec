using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Hosting;
using Yardstick.Server.Messaging;

namespace Yardstick.Server.Setup.Backups;

/// <summary>Backs the shop up when its plan says so, and tells the counter where no good backup is made or the disk fills up.</summary>
internal sealed class BackupRounds(
    BackupMaker maker,
    ShopFile file,
    IDbContextFactory<ShopDb> factory,
    SingleWriter writer,
    TimeProvider time,
    ILogger<BackupRounds> log
) : RoundsService(TimeSpan.FromMinutes(5), time, log)
{
    private static readonly Duration TriesAgainAfter = Duration.FromHours(1);
    private LocalDate warnedOn = LocalDate.MinIsoValue;

    /// <inheritdoc />
    protected override async Task RoundAsync(CancellationToken cancel)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        if (
            await db.Shops.AsNoTracking().SingleOrDefaultAsync(cancel) is not { } shop
            || await db.BackupPlans.AsNoTracking().SingleOrDefaultAsync(cancel) is not { } plan
        )
            return;
        var now = Clock.Now();
        var last = await db.BackupRecords.AsNoTracking().OrderByDescending(r => r.Id).FirstOrDefaultAsync(cancel);
        var failed = last is { IsGood: false } && now - last.At > TriesAgainAfter;
        if (plan.IsDue(shop.Local(now), last is null || failed ? null : shop.Local(last.At)))
            await maker.RunAsync(byId: null);
        await WarnAsync(db, shop, plan, now);
    }

    /// <summary>Once a day.</summary>
    private async Task WarnAsync(ShopDb db, Shop shop, BackupPlan plan, Instant now)
    {
        var today = shop.Local(now).Date;
        if (warnedOn == today)
            return;
        var warnings = await BackupState.WarningsAsync(db, plan, file, now);
        if (warnings.Count == 0)
            return;
        warnedOn = today;
        await CommandRunner.RunAsync<int>(writer, Actor.Program(now), work =>
        {
            foreach (var warning in warnings)
                work.Notify(warning, orderId: null);
            return Task.FromResult<Core.Result<int>>(warnings.Count);
        });
    }
}
