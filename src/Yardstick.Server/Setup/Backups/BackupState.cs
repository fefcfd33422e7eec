using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Setup;
using Yardstick.Data;
using Yardstick.Server.Hosting;

namespace Yardstick.Server.Setup.Backups;

/// <summary>How it stands with backups and the disk.</summary>
internal static class BackupState
{
    /// <summary>What an owner has to be told.</summary>
    internal static async Task<IReadOnlyList<string>> WarningsAsync(ShopDb db, BackupPlan plan, ShopFile file, Instant now)
    {
        var good = await LastGoodAsync(db);
        var since = await db.PolicyVersions.MinAsync(v => v.InForceAt);
        var disk = Disk.Of(file.Folder);
        return
        [
            .. new[]
            {
                BackupWatch.OfBackups(plan, good?.At, since, now),
                disk is { } d ? BackupWatch.OfDisk(d.AvailableFreeSpace, d.TotalSize) : null,
            }.OfType<string>(),
        ];
    }

    /// <summary>The last one that was proven good; null for none.</summary>
    internal static Task<BackupRecord?> LastGoodAsync(ShopDb db) =>
        db.BackupRecords.AsNoTracking().Where(r => r.Problem == "").OrderByDescending(r => r.Id).FirstOrDefaultAsync();
}
